export type { BodySolid } from './bodySolid.ts';
export { contourCurve } from './contourLine.ts';
export { freeContourName, newContour } from './newContour.ts';
export { crossSection } from './section.ts';
export type { CrossSection } from './section.ts';
export type { Shaped } from './shaped.ts';
export { thicknessLines } from './depthLines.ts';
export type { ThicknessMap, ThinPlace } from './thicknessMap.ts';
export { thicknessMap, thinnestPlaces, woodAt } from './thicknessMap.ts';
