import type { Point } from '../geometry/point.ts';
import { inHand } from './edits.ts';
import type { BodyEdge, Contour, Design } from './schema.ts';
import { freshId } from './underlayEdits.ts';

type Body = Design['body'];

/** What a contour is made of, but for its id. */
export type ContourStart = Pick<Contour, 'name' | 'kind' | 'face' | 'form' | 'soft' | 'depth'> & {
  readonly line: readonly Point[];
};
const placesOf = (line: readonly Point[]): Contour['line'] => line.map(({ x, y }) => ({ x, y }));
const setBody = (design: Design, change: Partial<Body>): Design =>
  inHand({ ...design, body: { ...design.body, ...change } }, 'shape');

/** Changes the edge of a face. */
export const setEdge = (design: Design, face: 'front' | 'back', change: Partial<BodyEdge>): Design =>
  setBody(design, {
    edges: { ...design.body.edges, [face]: { ...design.body.edges[face], ...change } },
  });

/** Adds a stretch of the edge that is cut otherwise. */
export function addStretch(
  design: Design,
  face: 'front' | 'back',
  stretch: Pick<BodyEdge['stretches'][number], 'name' | 'from' | 'to' | 'profile'>,
): { readonly design: Design; readonly id: string } {
  const { stretches } = design.body.edges[face];
  const id = freshId(stretches, 's');
  return { design: setEdge(design, face, { stretches: [...stretches, { ...stretch, id }] }), id };
}

export const changeStretch = (
  design: Design,
  face: 'front' | 'back',
  id: string,
  change: Partial<BodyEdge['stretches'][number]>,
): Design =>
  setEdge(design, face, {
    stretches: design.body.edges[face].stretches.map((s) => (s.id === id ? { ...s, ...change } : s)),
  });

export const removeStretch = (design: Design, face: 'front' | 'back', id: string): Design =>
  setEdge(design, face, { stretches: design.body.edges[face].stretches.filter((s) => s.id !== id) });

/** Adds a contour; the id it got is the one that is free next. */
export function addContour(
  design: Design,
  contour: ContourStart,
): { readonly design: Design; readonly id: string } {
  const id = freshId(design.body.contours, 'c');
  const made: Contour = { ...contour, line: placesOf(contour.line), id };
  return { design: setBody(design, { contours: [...design.body.contours, made] }), id };
}

export const changeContour = (design: Design, id: string, change: Partial<ContourStart>): Design =>
  setBody(design, {
    contours: design.body.contours.map((c) =>
      c.id === id ? { ...c, ...change, line: change.line ? placesOf(change.line) : c.line } : c,
    ),
  });

export const removeContour = (design: Design, id: string): Design =>
  setBody(design, { contours: design.body.contours.filter((c) => c.id !== id) });

/** The same carve on the other side of the centre line: its places mirrored, and their order, so that it is carved outward. */
export const mirroredContour = ({ line, name, kind, face, form, soft, depth }: Contour): ContourStart => ({
  ...{ name, kind, face, form, soft, depth },
  line: [...line].reverse().map(({ x, y }) => ({ x, y: -y })),
});

export const setArch = (design: Design, face: 'front' | 'back', pairs: Body['arch']['front']): Design =>
  setBody(design, { arch: { ...design.body.arch, [face]: pairs } });

/** Gives the body a glued-on front, changes it, or makes the body one piece of wood again. */
export const setGluedFront = (design: Design, front: Body['gluedFront']): Design =>
  setBody(design, { gluedFront: front });
