import type { Point } from '../geometry/point.ts';
import { inHand } from './edits.ts';
import type {
  Design,
  Guard,
  Neck,
  Opening,
  OpeningStep,
  OutlineNode,
  PartSpec,
  PlacedPart,
  Run,
} from './schema.ts';
import { freshId } from './underlayEdits.ts';
import { forgetCovers, forgetWeighed } from './weighedThings.ts';

/** The design with another list of what is laid out; with the same members in it, it is no change. */
function withList<K extends 'parts' | 'openings' | 'runs' | 'guards'>(
  design: Design,
  key: K,
  list: Design[K],
): Design {
  const before: readonly unknown[] = design[key];
  if (list.length === before.length && list.every((member, i) => member === before[i])) return design;
  return inHand({ ...design, [key]: list }, 'layout');
}

/** The parts of a design changed; one that is gone is forgotten where it was left off paper, and where it was weighed. */
function withParts(design: Design, parts: readonly PlacedPart[]): Design {
  const next = forgetWeighed(withList(design, 'parts', parts), 'part', design.parts, parts);
  const { without } = next.print;
  const left = without.filter((id) => parts.some((p) => p.id === id));
  return left.length === without.length ? next : { ...next, print: { ...next.print, without: left } };
}
const withOpenings = (design: Design, openings: readonly Opening[]): Design =>
  forgetCovers(withList(design, 'openings', openings), design.openings, openings);
const withRuns = (design: Design, runs: readonly Run[]): Design => withList(design, 'runs', runs);
const withGuards = (design: Design, guards: readonly Guard[]): Design =>
  forgetWeighed(withList(design, 'guards', guards), 'plate', design.guards, guards);

/** A place in hundredths of a mm: what a hand can set. */
const tidy = (v: number): number => Number(v.toFixed(2));

/** Lays a part at a place; the id it got is the one that is free next. */
export function addPart(
  design: Design,
  spec: PartSpec,
  face: PlacedPart['face'],
  at: Point,
  turn = 0,
  more: Partial<Pick<PlacedPart, 'z' | 'tilt' | 'group'>> = {},
): { readonly design: Design; readonly id: string } {
  const id = freshId(design.parts, 'p');
  const part: PlacedPart = {
    id,
    spec,
    face,
    at: { x: tidy(at.x), y: tidy(at.y) },
    turn,
    z: face === 'edge' ? -design.body.thickness / 2 : 0,
    tilt: 0,
    group: null,
    ...more,
  };
  return { design: withParts(design, [...design.parts, part]), id };
}

export const changePart = (design: Design, id: string, change: Partial<PlacedPart>): Design =>
  withParts(
    design,
    design.parts.map((p) => (p.id === id ? { ...p, ...change } : p)),
  );

/** All parts that move when one of them does: its group, or it alone; and what is fixed to a plate that moves. */
export const movedTogether = (design: Design, ids: readonly string[]): readonly string[] => {
  const groups = new Set(design.parts.filter((p) => ids.includes(p.id) && p.group).map((p) => p.group));
  const moved = design.parts.filter((p) => ids.includes(p.id) || (p.group && groups.has(p.group)));
  const plates = new Set(moved.map((p) => p.id));
  return design.parts.filter((p) => plates.has(p.id) || (p.mount && plates.has(p.mount))).map((p) => p.id);
};

/** Fixes parts to the pickguard or plate with the id `mount`; `null` puts them back into the wood. */
export const mountParts = (design: Design, ids: readonly string[], mount: string | null): Design =>
  withParts(
    design,
    design.parts.map((p) => (ids.includes(p.id) && (p.mount ?? null) !== mount ? { ...p, mount } : p)),
  );

/** Parts that were fixed to something that is gone are in the wood again. */
const offMount = (design: Design, gone: readonly string[]): Design =>
  mountParts(
    design,
    design.parts.filter((p) => p.mount && gone.includes(p.mount)).map((p) => p.id),
    null,
  );

/** Moves parts by a vector, each with its group. */
export function moveParts(design: Design, ids: readonly string[], by: Point): Design {
  const all = new Set(movedTogether(design, ids));
  return withParts(
    design,
    design.parts.map((p) =>
      all.has(p.id) ? { ...p, at: { ...p.at, x: tidy(p.at.x + by.x), y: tidy(p.at.y + by.y) } } : p,
    ),
  );
}

export const removeParts = (design: Design, ids: readonly string[]): Design =>
  offMount(
    withParts(
      design,
      design.parts.filter((p) => !ids.includes(p.id)),
    ),
    ids,
  );

/** Copies of parts beside them; a group that is copied whole is a new group. */
export function copyParts(
  design: Design,
  ids: readonly string[],
  by: Point,
): { readonly design: Design; readonly ids: readonly string[] } {
  const groups = new Map<string, string>();
  const parts = [...design.parts];
  const made: string[] = [];
  const copyOf = new Map<string, string>();
  for (const part of design.parts.filter((p) => ids.includes(p.id))) {
    const id = freshId(parts, 'p');
    if (part.group && !groups.has(part.group)) groups.set(part.group, `${part.group.slice(0, 16)}-${id}`);
    parts.push({
      ...part,
      id,
      at: { ...part.at, x: tidy(part.at.x + by.x), y: tidy(part.at.y + by.y) },
      group: part.group ? groups.get(part.group)! : null,
    });
    made.push(id);
    copyOf.set(part.id, id);
  }
  // What is fixed to a plate that is copied with it is fixed to the copy.
  const onCopies = parts.map((p) =>
    made.includes(p.id) && p.mount && copyOf.has(p.mount) ? { ...p, mount: copyOf.get(p.mount)! } : p,
  );
  return { design: withParts(design, onCopies), ids: made };
}

/** Mirrors parts in the centre line: place and turn. */
export const mirrorParts = (design: Design, ids: readonly string[]): Design =>
  withParts(
    design,
    design.parts.map((p) =>
      ids.includes(p.id) ? { ...p, at: { ...p.at, y: -p.at.y }, turn: p.turn === 0 ? 0 : -p.turn } : p,
    ),
  );

/** Makes parts one group, or frees them (null). */
export function groupParts(design: Design, ids: readonly string[], together: boolean): Design {
  const name = together
    ? freshId(
        design.parts.map((p) => ({ id: p.group ?? '' })),
        'g',
      )
    : null;
  return withParts(
    design,
    design.parts.map((p) => (ids.includes(p.id) ? { ...p, group: name } : p)),
  );
}

/** Spreads parts evenly between the first and the last of them, in the order given. */
export function spaceEvenly(design: Design, ids: readonly string[]): Design {
  const places = ids.flatMap((id) => design.parts.find((p) => p.id === id) ?? []);
  const [first, last] = [places[0], places.at(-1)];
  if (places.length < 3 || !first || !last) return design;
  return withParts(
    design,
    design.parts.map((p) => {
      const i = ids.indexOf(p.id);
      if (i < 0) return p;
      const t = i / (places.length - 1);
      const at = {
        x: tidy(first.at.x + (last.at.x - first.at.x) * t),
        y: tidy(first.at.y + (last.at.y - first.at.y) * t),
      };
      return { ...p, at: { ...p.at, ...at } };
    }),
  );
}

/** A caliper's reading of a part: it is no longer assumed. Every part of the same make in the design takes it. */
export function measurePart(design: Design, id: string, key: string, value: number): Design {
  const part = design.parts.find((p) => p.id === id);
  if (!part) return design;
  const { kind, name } = part.spec;
  return withParts(
    design,
    design.parts.map((p) =>
      p.spec.kind === kind && p.spec.name === name
        ? {
            ...p,
            spec: {
              ...p.spec,
              measures: { ...p.spec.measures, [key]: value },
              assumed: p.spec.assumed.filter((k) => k !== key),
            },
          }
        : p,
    ),
  );
}

export const setNeck = (design: Design, change: Partial<Neck>): Design =>
  inHand({ ...design, neck: { ...design.neck, ...change } }, 'layout');
export const setNeckScrews = (design: Design, change: Partial<Neck['screws']>): Design =>
  setNeck(design, { screws: { ...design.neck.screws, ...change } });

/** One of the neck's screws, counted from 0, given a length or head of its own; null: as the others. */
export function setNeckScrew(
  design: Design,
  index: number,
  change: Partial<Pick<Neck['screws'], 'length' | 'head' | 'headAcross'>> | null,
): Design {
  const { screws } = design.neck;
  const screw = index + 1;
  const before = screws.own.find((s) => s.screw === screw);
  const others = screws.own.filter((s) => s.screw !== screw);
  const { length, head, headAcross } = screws;
  return setNeckScrews(design, {
    own:
      change === null
        ? others
        : [...others, { length, head, headAcross, ...before, ...change, screw }].sort(
            (a, b) => a.screw - b.screw,
          ),
  });
}

export const setGrain = (design: Design, grain: number): Design =>
  inHand({ ...design, body: { ...design.body, grain } }, 'layout');

/** A plain first step of an opening. */
export const plainStep = (
  name: string,
  shape: OpeningStep['shape'],
  depth: number,
  role: OpeningStep['role'] = 'cavity',
): OpeningStep => ({ name, shape, at: { x: 0, y: 0 }, depth, through: false, role, bit: null, islands: [] });

/** A closed line that was brought in, as an opening without a depth yet: its origin is its own middle. */
export function openingOfLine(id: string, name: string, nodes: readonly OutlineNode[]): Opening {
  const [xs, ys] = [nodes.map((n) => n.x), nodes.map((n) => n.y)];
  const middle = {
    x: tidy((Math.min(...xs) + Math.max(...xs)) / 2),
    y: tidy((Math.min(...ys) + Math.max(...ys)) / 2),
  };
  const own = nodes.map((n) => ({ ...n, x: n.x - middle.x, y: n.y - middle.y }));
  return {
    id,
    name,
    face: 'front',
    at: middle,
    turn: 0,
    steps: [plainStep(name, { kind: 'free', nodes: own }, 0)],
  };
}

export function addOpening(
  design: Design,
  opening: Omit<Opening, 'id'>,
): { readonly design: Design; readonly id: string } {
  const id = freshId(design.openings, 'o');
  return {
    // Written out: the id of a spread opening would be of any kind.
    design: withOpenings(design, [...design.openings, { ...opening, id } as Opening]),
    id,
  };
}

export const changeOpening = (design: Design, id: string, change: Partial<Opening>): Design =>
  withOpenings(
    design,
    design.openings.map((o) => (o.id === id ? { ...o, ...change } : o)),
  );

export const changeStep = (design: Design, id: string, index: number, change: Partial<OpeningStep>): Design =>
  withOpenings(
    design,
    design.openings.map((o) =>
      o.id === id ? { ...o, steps: o.steps.map((s, i) => (i === index ? { ...s, ...change } : s)) } : o,
    ),
  );

export const addStep = (design: Design, id: string, step: OpeningStep): Design =>
  withOpenings(
    design,
    design.openings.map((o) => (o.id === id ? { ...o, steps: [...o.steps, step] } : o)),
  );

/** Takes a step away; with its last one the opening goes. */
export const removeStep = (design: Design, id: string, index: number): Design =>
  withOpenings(
    design,
    design.openings.flatMap((o) => {
      if (o.id !== id) return [o];
      const steps = o.steps.filter((_, i) => i !== index);
      return steps.length ? [{ ...o, steps }] : [];
    }),
  );

export const removeOpening = (design: Design, id: string): Design =>
  withOpenings(
    design,
    design.openings.filter((o) => o.id !== id),
  );

export function addRun(
  design: Design,
  run: Omit<Run, 'id'>,
): { readonly design: Design; readonly id: string } {
  const id = freshId(design.runs, 'r');
  return { design: withRuns(design, [...design.runs, { ...run, id } as Run]), id };
}

export const changeRun = (design: Design, id: string, change: Partial<Run>): Design =>
  withRuns(
    design,
    design.runs.map((r) => (r.id === id ? { ...r, ...change } : r)),
  );

export const removeRun = (design: Design, id: string): Design =>
  withRuns(
    design,
    design.runs.filter((r) => r.id !== id),
  );

/** What a new pickguard says of itself. */
type NewGuard = Pick<
  Guard,
  'name' | 'nodes' | 'follow' | 'thickness' | 'bevel' | 'gap' | 'apart' | 'screwInset' | 'screws'
>;

/** A pickguard as it is begun: in the usual sheet, following the body's edge, its corners at `places`, instrument frame, mm. */
export const plainGuard = (name: string, places: readonly (readonly [number, number])[]): NewGuard => ({
  name,
  nodes: places.map(([x, y], i) => ({ id: `n${i + 1}`, x, y, kind: 'corner' as const })),
  follow: 12,
  thickness: 2.3,
  bevel: 45,
  gap: 0.4,
  apart: 75,
  screwInset: 5,
  screws: null,
});

export function addGuard(design: Design, guard: NewGuard): { readonly design: Design; readonly id: string } {
  const id = freshId(design.guards, 'g');
  return { design: withGuards(design, [...design.guards, { ...guard, id }]), id };
}

export const changeGuard = (design: Design, id: string, change: Partial<Guard>): Design =>
  withGuards(
    design,
    design.guards.map((g) => (g.id === id ? { ...g, ...change } : g)),
  );

export const removeGuard = (design: Design, id: string): Design =>
  offMount(
    withGuards(
      design,
      design.guards.filter((g) => g.id !== id),
    ),
    [id],
  );
