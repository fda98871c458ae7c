import type { TrailMark } from '@sendero/core';
import { shortDate } from '../app/dates.ts';

/** How a way-mark stands, with its day. @example whenOf(mark) // 'due by May 30' */
export const whenOf = ({ state, from, to, instead }: TrailMark) =>
  instead ??
  {
    done: `done ${shortDate(to)}`,
    due: `due by ${shortDate(to)}`,
    overdue: `overdue since ${shortDate(to)}`,
    missed: 'not made',
    later: `from ${shortDate(from)}`,
    notNeeded: 'not needed',
  }[state];
