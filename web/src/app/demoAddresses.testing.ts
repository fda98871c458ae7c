import { DIAGNOSIS_NAMES } from '@sendero/core';
import { demoPlanting, demoRecord, demoWalk } from './wholeApp.testing.tsx';

export const planting = demoPlanting('Long Forty').id;
export const walk = demoWalk('Long Forty').id;
export const trench = demoWalk('Long Forty', 'trench').id;
export const stop = demoRecord('stop', (data) => data.walkId === walk).id;
const thin = demoPlanting('Ditch Block').id;
export const goose = demoRecord('planter', ({ name }) => name === 'Goose').id;
const marigold = demoRecord('planter', ({ name }) => name === 'Marigold').id;
export const trial = demoRecord('trial', ({ replicates }) => replicates > 1).id;
const demonstration = demoRecord('trial', ({ replicates }) => replicates === 1).id;

/** Every kind of screen of the demo, by the address in the route table it stands for. For tests. */
export const DEMO_ADDRESSES: readonly [route: string, address: string][] = [
  ['/', '/'],
  ['fields', '/fields'],
  ['plantings/:plantingId', `/plantings/${planting}`],
  ['plantings/:plantingId', `/plantings/${demoPlanting('Kiln Corner').id}`],
  ['plantings/:plantingId/walk', `/plantings/${planting}/walk`],
  ['plantings/:plantingId/plan', `/plantings/${planting}/plan`],
  ['plantings/:plantingId/log/:logId', `/plantings/${planting}/log/none`],
  ['walks/:walkId/way', `/walks/${walk}/way`],
  ['walks/:walkId', `/walks/${walk}?stop=1`],
  ...(['tape', 'stages', 'gaps', 'late', 'roots', 'pests', 'photos', 'notes'] as const).map(
    (step): [string, string] => [
      `walks/:walkId/stops/:stopId/${step}`,
      `/walks/${walk}/stops/${stop}/${step}`,
    ],
  ),
  ['walks/:walkId/compare', `/walks/${walk}/compare`],
  ['walks/:walkId/result', `/walks/${walk}/result`],
  ['walks/:walkId/result', `/walks/${demoWalk('Ditch Block').id}/result`],
  ['plantings/:plantingId/below', `/plantings/${planting}/below`],
  ['plantings/:plantingId/below/dig', `/plantings/${planting}/below/dig`],
  ['plantings/:plantingId/emergence', `/plantings/${planting}/emergence`],
  ['plantings/:plantingId/emergence/flag', `/plantings/${planting}/emergence/flag`],
  ['plantings/:plantingId/emergence/count', `/plantings/${planting}/emergence/count`],
  ['plantings/:plantingId/tags', `/plantings/${planting}/tags`],
  ['plantings/:plantingId/replant', `/plantings/${thin}/replant`],
  ['plantings/:plantingId/trial', `/plantings/${planting}/trial`],
  ['plantings/:plantingId/trench', `/plantings/${planting}/trench`],
  ['trench/:walkId', `/trench/${trench}`],
  ['trench/:walkId/result', `/trench/${trench}/result`],
  ['trench/:walkId/monitor', `/trench/${trench}/monitor`],
  ['trials', '/trials'],
  ['trials/:trialId', `/trials/${trial}`],
  ['trials/:trialId', `/trials/${demonstration}`],
  ['trials/:trialId/plan', `/trials/${trial}/plan`],
  ['calendar', '/calendar'],
  ['map', '/map'],
  ['weather', '/weather'],
  ['planters', '/planters'],
  ['planters/:planterId', `/planters/${goose}`],
  ['planters/:planterId', `/planters/${marigold}`],
  ['planters/:planterId/workshop', `/planters/${goose}/workshop`],
  ['causes', '/causes'],
  ...DIAGNOSIS_NAMES.map((cause): [string, string] => ['causes/:cause', `/causes/${cause}`]),
  ['targets', '/targets'],
  ['depth', '/depth'],
  ['convert', '/convert'],
  ['settings', '/settings'],
  ['device', '/device'],
  ['*', '/nowhere'],
];
