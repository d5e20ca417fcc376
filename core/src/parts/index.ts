export { heldBy, holderOf, isLocked, standsOut } from './strapButton.ts';
export type { StrapHolder } from './strapButton.ts';
export { PART_KINDS, assumedOf, formOf, kindOf, measureOf } from './kinds.ts';
export { PART_GROUPS } from './part.ts';
export type { Flat, MeasureDef, PartForm, PartGroup, PartKind } from './part.ts';
export { SHELF, groupOf, specOf } from './shelf.ts';
export type { ShelfPart } from './shelf.ts';
export { WOODS, shelfWood } from './woods.ts';
export type { ShelfWood, WoodUse } from './woods.ts';
