import { useDeskOf } from '../../shared/DeskTabs.tsx';
import { WORDS } from './words.ts';

/** What of the shape is worked on: carves, the edges, an arched face, a glued-on front. */
export const SHAPE_DESKS = [
  ['contours', WORDS.contours],
  ['edges', WORDS.edges],
  ['arch', WORDS.arch],
  ['front', WORDS.gluedFront],
] as const;
export type ShapeDesk = (typeof SHAPE_DESKS)[number][0];

/** The desk at hand, kept in the address. */
export const useShapeDesk = (): readonly [ShapeDesk, (desk: ShapeDesk) => void] =>
  useDeskOf<ShapeDesk>(SHAPE_DESKS);
