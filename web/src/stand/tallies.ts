/** What is told apart when counting, with its key. */
export const TALLIES = [
  { tally: 'inStep', label: 'in step', hotkey: '1' },
  { tally: 'oneBehind', label: 'one stage behind', hotkey: '2' },
  { tally: 'twoBehind', label: 'two or more behind', hotkey: '3' },
] as const;
export type Tally = (typeof TALLIES)[number]['tally'];
