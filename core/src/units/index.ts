export {
  entryUnit,
  figureAndUnit,
  formatLength,
  inchFraction,
  lengthForEntry,
  lengthWithUnit,
  parseLength,
  unitSuffix,
} from './length.ts';
export type { DisplayUnit, EntryUnit, LengthReading } from './length.ts';
