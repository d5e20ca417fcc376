import type { Derived, Design, PartSpec, PlacedPart, Point } from '@pelkin/core';
import { edgePlace, edits, fannedTurn, formOf, kindOf } from '@pelkin/core';
import { derive } from '../../design/derived.ts';
import { useDesignStore } from '../../design/store.ts';
import { useChosenInLayout } from './chosen.ts';

/** Where a part first lies when it is only pressed for: where such a part usually is. */
export function usualPlace(spec: PartSpec, design: Design, derived: Derived): Point {
  const form = formOf(spec);
  const { stringPlan, measures } = derived;
  if (form.saddles) {
    const xs = stringPlan.lines.map((l) => l.saddle.x);
    const middle = (Math.min(...xs) + Math.max(...xs)) / 2;
    return { x: middle + form.saddles.travel / 2, y: 0 };
  }
  if (form.poles) {
    const taken = design.parts.filter((p) => formOf(p.spec).poles).length;
    const span = stringPlan.boardEndX;
    return { x: Math.round(span * (taken === 0 ? 0.28 : taken === 1 ? 0.8 : 0.54)), y: 0 };
  }
  if (spec.kind === 'tailpiece-studs') return { x: -45, y: 0 };
  const { box } = measures;
  return { x: Math.round(box.minX * 0.45), y: Math.round(box.minY * 0.5) };
}

/** Lays a part down at a place as a step of its own, and chooses it. On the edge it turns inward by itself. */
export function layDown(spec: PartSpec, face: PlacedPart['face'], place: Point | null): void {
  const { design, edit } = useDesignStore.getState();
  if (!design) return;
  const derived = derive(design);
  let at = place ?? usualPlace(spec, design, derived);
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
