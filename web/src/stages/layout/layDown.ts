import type { PartSpec, PlacedPart, Point } from '@pelkin/core';
import { edgePlace, edits, fannedTurn, formOf, freePlace, kindOf, measuredLike } from '@pelkin/core';
import { derive } from '../../design/derived.ts';
import { useDesignStore } from '../../design/store.ts';
import { useChosenInLayout } from './chosen.ts';

/** Lays a part down at a place as a step of its own, and chooses it. On the edge it turns inward by itself. */
export function layDown(wanted: PartSpec, face: PlacedPart['face'], place: Point | null): void {
  const { design, edit } = useDesignStore.getState();
  if (!design) return;
  const derived = derive(design);
  // Another of a kind that was measured already is as that one was.
  const spec = measuredLike(wanted, design.parts);
  const { parts } = design;
  const { layout, path, measures, stringPlan } = derived;
  let at = place ?? freePlace(spec, face, { layout, path, measures, stringPlan, parts });
  let turn = 0;
  if (face === 'edge') {
    const edge = edgePlace(derived.path, at);
    if (edge) [at, turn] = [edge.at, edge.inward];
  } else if (formOf(spec).poles && design.strings.fan)
    turn = Number(fannedTurn(derived.stringPlan, at.x).toFixed(2));
  let id = '';
  edit(`placed ${spec.name}`, (d) => {
    const added = edits.addPart(d, spec, face, at, turn);
    id = added.id;
    return added.design;
  });
  useChosenInLayout.getState().carry(null);
  if (id) useChosenInLayout.getState().choose(id);
}

/** The face a kind of part goes on first. */
export const firstFace = (spec: PartSpec): PlacedPart['face'] => kindOf(spec)?.faces[0] ?? 'front';
