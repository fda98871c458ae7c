import type { Kept, WorkItem, WorkState } from '@sendero/core';
import { rowsText } from '@sendero/core';

export const STATE_WORDS: Record<WorkState, string> = {
  todo: 'To do',
  ordered: 'Parts ordered',
  inHand: 'In hand',
  done: 'Done',
};

export const PRIORITY_WORDS: Record<WorkItem['priority'], string> = {
  high: 'Soon',
  middle: 'Before spring',
  low: 'When there is time',
};

/** @example whereText([4]) // 'Row 4'; of none: the machine */
export const whereText = (rows: readonly number[]) =>
  rows.length === 0 ? 'The machine' : rowsText(rows);

const RANK: Record<WorkItem['priority'], number> = { high: 0, middle: 1, low: 2 };
/** Soonest first, then in the order of the machine. */
export const inOrder = (a: Kept<'workItem'>, b: Kept<'workItem'>) =>
  RANK[a.data.priority] - RANK[b.data.priority] ||
  (a.data.rows[0] ?? 0) - (b.data.rows[0] ?? 0) ||
  a.id.localeCompare(b.id);
