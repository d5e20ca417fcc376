export { BadRemoval, deepest, depthOf } from './depths.ts';
export type { Depth } from './depths.ts';
export { fieldsOf, leastThickness, massOf } from './field.ts';
export type { Fields, Mass } from './field.ts';
export { regionHolds, regionOfPaths, regionOfPolygons } from './region.ts';
export { PLAN_CHORD, isAlongEdge } from './solid.ts';
export type { Chain, Profile, Region, Removal, Solid } from './solid.ts';
