import { backgroundMap } from './backgroundMap.ts';
import { belowGround } from './belowGround.ts';
import { causeTable } from './causeTable.ts';
import { conflict } from './conflict.ts';
import { emergenceCount } from './emergenceCount.ts';
import { evidence } from './evidence.ts';
import { event } from './event.ts';
import { field } from './field.ts';
import { fieldPart } from './fieldPart.ts';
import { flaggedLength } from './flaggedLength.ts';
import { groundPicture } from './groundPicture.ts';
import { grower } from './grower.ts';
import { note } from './note.ts';
import { observation } from './observation.ts';
import { planter } from './planter.ts';
import { planting } from './planting.ts';
import { replantCase } from './replantCase.ts';
import { responseCurve } from './responseCurve.ts';
import { samplingPlan } from './samplingPlan.ts';
import { stop } from './stop.ts';
import { taggedPlant } from './taggedPlant.ts';
import { tagOutcome } from './tagOutcome.ts';
import { trial } from './trial.ts';
import { trialStrip } from './trialStrip.ts';
import { unitMove } from './unitMove.ts';
import { visit } from './visit.ts';
import { walk } from './walk.ts';
import { weatherForecast } from './weatherForecast.ts';
import { weatherMonth } from './weatherMonth.ts';
import { weatherStation } from './weatherStation.ts';
import { workItem } from './workItem.ts';
import { workspace } from './workspace.ts';

/** Every kind of record, parents before children. */
export const KINDS = {
  workspace,
  backgroundMap,
  grower,
  planter,
  weatherStation,
  weatherMonth,
  weatherForecast,
  field,
  fieldPart,
  groundPicture,
  planting,
  trial,
  trialStrip,
  samplingPlan,
  walk,
  stop,
  observation,
  belowGround,
  flaggedLength,
  emergenceCount,
  event,
  note,
  taggedPlant,
  tagOutcome,
  visit,
  replantCase,
  responseCurve,
  workItem,
  evidence,
  unitMove,
  causeTable,
  conflict,
} as const;

export type { ColumnType, KindDeclaration } from './defineKind.ts';
export { EVENT_TYPES, EVENT_WORDS } from './event.ts';
export { FIELD_PARTS } from './fieldPart.ts';
export { BESIDE } from './planting.ts';
export { SOWN_FROM } from './flaggedLength.ts';
export { ADJUSTED } from './observation.ts';
export { STOP_STEPS, type StopStep } from './stop.ts';
export { BORNE, TAG_VISITS } from './tagOutcome.ts';
export { PRIORITIES, WORK_STATES, type WorkState } from './workItem.ts';
export {
  REPLANT_ANSWERS,
  REPLANT_DECISIONS,
  REPLANT_QUESTIONS,
  STAND_INJURIES,
  type ReplantDecision,
  type ReplantQuestion,
  type StandInjury,
} from './replantCase.ts';
