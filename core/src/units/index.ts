export { figureIn } from './figureIn.ts';
export {
  ACRE_M2,
  FOOT_M,
  INCH_M,
  UNITS,
  toSi,
  fromSi,
  type Dimension,
  type UnitName,
} from './unitTable.ts';
export { parseQuantity, type DecimalMark, type Parsed } from './parseQuantity.ts';
export { isUsual, USUAL_FIGURES, usualRange, type UsualRange } from './usualRange.ts';
export { limitText, type Limits } from './limitText.ts';
export { read } from './readFigure.ts';
export { axisTicks, type AxisTick } from './axisTicks.ts';
export { inEveryUnit } from './inEveryUnit.ts';
export { printNumber, printQuantity, type NumberStyle } from './printQuantity.ts';
export {
  show,
  showNumber,
  showRough,
  unitSymbol,
  unitAreaM2,
  unitName,
  QUANTITY_KINDS,
  type QuantityKind,
  type UnitSystem,
} from './quantityKinds.ts';
