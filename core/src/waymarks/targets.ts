import type { WayMark } from './wayMark.ts';

export const targets: WayMark = {
  mark: 'targets',
  label: 'Targets',
  link: ({ planting }) => `/targets?planting=${planting.id}`,
  action: () => 'See the targets',
  state: ({ planting }) => ({
    state: 'done',
    from: planting.data.plantedOn,
    to: planting.data.plantedOn,
    reason: 'Rate, spacing and depth are set with the planting.',
  }),
};
