export { UNITS, toSi, fromSi, type Dimension, type UnitName } from './unitTable.ts';
export { parseQuantity, type Parsed } from './parseQuantity.ts';
export { inEveryUnit } from './inEveryUnit.ts';
export { printNumber, printQuantity, type NumberStyle } from './printQuantity.ts';
export {
  show,
  showNumber,
  unitSymbol,
  unitName,
  read,
  QUANTITY_KINDS,
  type QuantityKind,
  type UnitSystem,
} from './quantityKinds.ts';
