import type { PathMark } from '../drawing/drawing.ts';
import { closedPathMark } from '../drawing/drawing.ts';
import type { Layout } from '../layout/layOut.ts';
import { isOf } from '../layout/cut.ts';
import { partNames } from '../parts/partNames.ts';
import type { MeasureChange, State } from './measures.ts';
import { measureChanges } from './measures.ts';
import { openingWords, runWords } from './openings.ts';
import type { Pair } from './pairs.ts';
import { pairThings } from './pairs.ts';
import { partWords } from './parts.ts';

/** A part, opening or drilled run that differs. `before`, `after`: its id in that state; null if the state does not have it. */
export interface ThingChange {
  readonly kind: 'part' | 'opening' | 'run';
  readonly before: string | null;
  readonly after: string | null;
  readonly name: string;
  readonly change: 'added' | 'removed' | 'changed';
  /** Each change in words, such as “moved 3 mm nutward”; empty for a thing that was added or removed. */
  readonly words: readonly string[];
}

/** The differences of two states. */
export interface Comparison {
  readonly things: readonly ThingChange[];
  readonly measures: readonly MeasureChange[];
}

function changesOf<T extends { readonly id: string }>(
  kind: ThingChange['kind'],
  pairs: readonly Pair<T>[],
  nameOf: (thing: T, isAfter: boolean) => string,
  wordsOf: (before: T, after: T) => readonly string[],
): readonly ThingChange[] {
  return pairs.flatMap(({ before, after }): readonly ThingChange[] => {
    const words = before && after ? wordsOf(before, after) : [];
    if (before && after && words.length === 0) return [];
    return [
      {
        kind,
        before: before?.id ?? null,
        after: after?.id ?? null,
        name: after ? nameOf(after, true) : nameOf(before!, false),
        change: before === null ? 'added' : after === null ? 'removed' : 'changed',
        words,
      },
    ];
  });
}

const middle = <T extends { readonly from: { x: number; y: number }; readonly to: { x: number; y: number } }>(
  run: T,
): T & { readonly at: { readonly x: number; readonly y: number } } => ({
  ...run,
  at: { x: (run.from.x + run.to.x) / 2, y: (run.from.y + run.to.y) / 2 },
});

/**
 * What changed from one state to another: parts, openings and drilled runs one by one, in words with lengths in the
 * units of `after`, and the measures of both. `sameDesign`: both are states of one design, whose ids stay; things of two
 * designs are paired by kind and place.
 */
export function compareStates(before: State, after: State, sameDesign: boolean): Comparison {
  const [a, b] = [before.design, after.design];
  const { units } = b;
  const [oldNames, newNames] = [partNames(a.parts), partNames(b.parts)];
  return {
    things: [
      ...changesOf(
        'part',
        pairThings(a.parts, b.parts, sameDesign, (p, q) => p.spec.kind === q.spec.kind),
        (p, isAfter) => (isAfter ? newNames : oldNames).get(p.id)!,
        (p, q) => partWords(p, q, units),
      ),
      ...changesOf(
        'opening',
        pairThings(a.openings, b.openings, sameDesign, (p, q) => p.face === q.face),
        (o) => o.name,
        (p, q) => openingWords(p, q, units),
      ),
      ...changesOf(
        'run',
        pairThings(a.runs.map(middle), b.runs.map(middle), sameDesign, () => true),
        (r) => r.name,
        (p, q) => runWords(p, q, units),
      ),
    ],
    measures: measureChanges(before, after),
  };
}

/**
 * The lines of changed things as they are in one of the states, to be drawn over the other. `side`: which state the
 * layout is of.
 */
export function changedLines(
  things: readonly ThingChange[],
  layout: Layout,
  side: 'before' | 'after',
): readonly PathMark[] {
  return things.flatMap(({ kind, [side]: id }): readonly PathMark[] => {
    if (id === null) return [];
    const part = kind === 'part' ? layout.parts.find((p) => p.part.id === id) : undefined;
    const paths = part ? part.footprint : layout.cuts.filter((c) => isOf(c, kind, id)).map((c) => c.path);
    return paths.map((path, i) => closedPathMark(`${side}-${kind}-${id}-${i}`, 'part', path));
  });
}
