import type { TrailMark } from '@sendero/core';
import { beforeEach, expect, it } from 'vitest';
import { emptyDevice, onScreen } from '../app/onScreen.testing.tsx';
import { Trail } from './Trail.tsx';

beforeEach(emptyDevice);

const LABELS = [
  ['Targets', 'done'],
  ['Trench check', 'missed'],
  ['Below ground', 'done'],
  ['Emergence', 'overdue'],
  ['Stand walk', 'due'],
  ['Plant digs', 'later'],
  ['Replant', 'notNeeded'],
  ['Planter card', 'later'],
  ['Tagged plants', 'later'],
  ['Harvest and trial', 'later'],
  ['Report', 'later'],
] as const;
const marks = LABELS.map(([label, state]): TrailMark => ({
  mark: label,
  label,
  state,
  link: state === 'notNeeded' ? null : `/${label}`,
  action: label,
  from: '2027-05-20',
  to: '2027-05-30',
  reason: '',
}));

it('eleven marks each say how they stand and lead to their work', async () => {
  const here = await onScreen(<Trail marks={marks} />);
  for (const words of [
    'Targets, done May 30',
    'Trench check, not made',
    'Emergence, overdue since May 30',
    'Stand walk, due by May 30',
    'Plant digs, from May 20',
  ])
    expect(here.getByRole('link', { name: words })).toBeTruthy();
  expect(here.getAllByRole('link')).toHaveLength(10);
  expect(here.getByText('not needed')).toBeTruthy();
});

it('what is pinned between two marks is told with its day and words', async () => {
  const pins = new Map([
    [
      4,
      [
        { id: 'a', on: '2027-05-26', label: 'Rain' },
        { id: 'b', on: '2027-05-27', label: 'Row 4 is crusted' },
      ],
    ],
  ]);
  const here = await onScreen(<Trail marks={marks} pins={pins} />);
  const flag = here.getByRole('img', { name: /May 26: Rain\s+May 27: Row 4 is crusted/ });
  expect(flag.closest('a')?.getAttribute('href')).toBe('#what-happened');
});
