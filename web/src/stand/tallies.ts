/** What is told apart when counting, with its key. */
export const TALLIES = [
  { tally: 'inStep', label: 'in step', key: '1' },
  { tally: 'oneBehind', label: 'one stage behind', key: '2' },
  { tally: 'twoBehind', label: 'two or more behind', key: '3' },
] as const;
export type Tally = (typeof TALLIES)[number]['tally'];
