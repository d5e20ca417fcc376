/** What reads and checks documents: it brings the schemas with it. */
export { designShape } from './design/schema.ts';
export { nameSchema } from './design/schemaParts.ts';
export { SECTIONS, SECTION_KEYS } from './design/sections/all.ts';
export { checkDesign, designRefusals, editRefusals, shapeRefusals } from './design/check.ts';
export { documentFault, filledTextSchema, isPlainText, plainTextSchema } from './design/plainText.ts';
export { newDesign } from './design/defaults.ts';
export { designText, readDesignText } from './files/json.ts';
export { seatOf, startDesign } from './outline/startDesign.ts';
export { readMeasuresText, measuresTemplate, MEASURES_FORMAT } from './files/measuresFile.ts';
export { designJsonSchema } from './files/jsonSchema.ts';
export { partText, checkPart, readPartText } from './files/partFile.ts';
export { FORMATS, PIECES, WRITERS, endingOf, titleOf, writerOf } from './files/writers.ts';
export type { FileWriter, Format, PieceOfWood, WriteOf, Written } from './files/writers.ts';
