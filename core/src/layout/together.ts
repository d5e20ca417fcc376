import { changeOpening, changeStep, measurePart } from '../design/layoutEdits.ts';
import type { Design, Opening, PlacedPart } from '../design/schema.ts';
import { kindOf, measureOf } from '../parts/kinds.ts';
import type { MeasureDef } from '../parts/part.ts';

/** The value that all have, or null where they differ. */
const oneOf = <T>(values: readonly T[]): T | null =>
  values.length > 0 && values.every((v) => v === values[0]) ? values[0]! : null;

/** A measure that every one of some parts has. */
export interface CommonMeasure {
  readonly def: MeasureDef;
  /** Null where they differ. */
  readonly value: number | null;
}

/** The measures that all of some parts have: of one name and unit in the kind of each, in the first one's order. */
export function commonMeasures(parts: readonly PlacedPart[]): readonly CommonMeasure[] {
  const kinds = parts.map((p) => kindOf(p.spec));
  const [first] = kinds;
  if (!first || kinds.some((k) => !k)) return [];
  return first.measures
    .filter((def) =>
      kinds.every((k) =>
        k!.measures.some((m) => m.key === def.key && m.label === def.label && m.unit === def.unit),
      ),
    )
    .map((def) => ({ def, value: oneOf(parts.map((p) => measureOf(p.spec, def.key))) }));
}

/** The design with a measure taken of several parts at once, and of all of the same make. */
export const measureTogether = (design: Design, ids: readonly string[], key: string, value: number): Design =>
  ids.reduce((now, id) => measurePart(now, id, key, value), design);

/** Every part of a part's kind, itself first. */
export function partsOfKind(design: Design, id: string): readonly string[] {
  const kind = design.parts.find((p) => p.id === id)?.spec.kind;
  return kind === undefined
    ? []
    : [id, ...design.parts.filter((p) => p.id !== id && p.spec.kind === kind).map((p) => p.id)];
}

/** Every opening that is the same kind of thing as an opening: what it is for, and its shape; itself first. */
export function openingsOfKind(design: Design, id: string): readonly string[] {
  const kindOfOpening = (o: Opening | undefined): string =>
    `${o?.steps[0]?.role ?? ''} ${o?.steps[0]?.shape.kind ?? ''}`;
  const kind = kindOfOpening(design.openings.find((o) => o.id === id));
  return [id, ...design.openings.filter((o) => o.id !== id && kindOfOpening(o) === kind).map((o) => o.id)];
}

/** What several openings have alike. `null`: they differ; `undefined`: not all of them have it. Lengths mm. */
export interface CommonOfOpenings {
  readonly face: 'front' | 'back' | null;
  readonly through: boolean | null;
  /** Of the first step; not while one goes through. */
  readonly depth: number | null | undefined;
  /** Corner radius of rectangles. */
  readonly radius: number | null | undefined;
  readonly bit: number | null | undefined;
}

export function commonOfOpenings(openings: readonly Opening[]): CommonOfOpenings {
  const steps = openings.flatMap((o) => o.steps.slice(0, 1));
  const all = <T>(of: (step: (typeof steps)[number]) => T | undefined): T | null | undefined => {
    const values = steps.map(of);
    return values.some((v) => v === undefined) ? undefined : oneOf(values as readonly T[]);
  };
  return {
    face: oneOf(openings.map((o) => o.face)),
    through: oneOf(steps.map((s) => s.through)),
    depth: all((s) => (s.through ? undefined : s.depth)),
    radius: all((s) => (s.shape.kind === 'rect' ? s.shape.radius : undefined)),
    bit: all((s) => s.bit ?? undefined),
  };
}

/** The design with one thing changed of the first step of several openings, or the face of all of them. */
export function changeTogether(
  design: Design,
  ids: readonly string[],
  change: {
    readonly face?: 'front' | 'back';
    readonly depth?: number;
    readonly radius?: number;
    readonly bit?: number;
  },
): Design {
  return ids.reduce((now, id) => {
    const opening = now.openings.find((o) => o.id === id);
    const step = opening?.steps[0];
    if (!opening || !step) return now;
    const { face, depth, radius, bit } = change;
    const turned = face === undefined ? now : changeOpening(now, id, { face });
    const { shape } = step;
    return changeStep(turned, id, 0, {
      ...(depth === undefined || step.through ? {} : { depth }),
      ...(radius === undefined || shape.kind !== 'rect' ? {} : { shape: { ...shape, radius } }),
      ...(bit === undefined ? {} : { bit }),
    });
  }, design);
}
