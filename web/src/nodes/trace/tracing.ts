import type { Design, Point, Underlay } from '@pelkin/core';
import { carryNodes, carryPlace, edits, isPlacedAs, moveUnderlay, toPixelMap } from '@pelkin/core';
import type { MeasureMark, Miss, Placed } from '@pelkin/core/outline/tracing';
import { placeByMeasures, placeOnTwo, placeStraight } from '@pelkin/core/outline/tracing';
import { create } from 'zustand';
import type { LookFor, SideSeen } from '../../workers/tracing.ts';
import { useDrawnStore as useDesignStore } from '../drawn.ts';

/** What presses on the board mean while a picture is worked on. */
export type Task =
  | 'measure'
  | 'straighten'
  | 'two places'
  | 'corners'
  | 'straight-edge'
  | 'body'
  | 'bench'
  | 'bridge'
  | 'brush-bench'
  | 'brush-body'
  | 'move';

/** Marks are called by these, in the order they are set. */
export const MARK_LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ';

/** How many marks a task takes; null: as many as are set. */
export const MARKS_OF: Readonly<Record<Task, number | null>> = {
  measure: 2,
  straighten: 2,
  'two places': 2,
  corners: 4,
  'straight-edge': null,
  body: null,
  bench: null,
  bridge: 2,
  'brush-bench': null,
  'brush-body': null,
  move: 0,
};

export interface BrushStroke {
  readonly as: 'bench' | 'body';
  readonly points: readonly Point[];
  readonly radius: number;
}

/** What was found of the edge, instrument frame, as the picture was placed then. */
export interface FoundEdge {
  /** The picture as it was placed when the edge was found: the edge goes with it. */
  readonly placed: Underlay;
  /** The tolerance that an outline needs, mm, where the one allowed does not do. */
  readonly needs: number | null;
  readonly edge: readonly Point[];
  readonly noise: number;
  readonly nodes: Design['outline']['nodes'] | null;
  readonly off: number;
  /** Whether it touches the picture's rim. */
  readonly atRim: boolean;
  /** How far the side of the body that was removed reaches, mm; 0 where none was. */
  readonly removed: number;
  /** Where the outline leaves it by more than was allowed. */
  readonly misses: readonly Miss[];
}

/** Everything that is marked in one picture; places in its pixels. */
interface Marked {
  readonly marks: readonly Point[];
  readonly measures: readonly MeasureMark[];
  readonly straights: readonly (readonly Point[])[];
  readonly body: readonly Point[];
  readonly bench: readonly Point[];
  readonly bridges: readonly (readonly [Point, Point])[];
  readonly strokes: readonly BrushStroke[];
}
const NOTHING: Marked = {
  marks: [],
  measures: [],
  straights: [],
  body: [],
  bench: [],
  bridges: [],
  strokes: [],
};

interface Tracing extends Marked {
  /** The picture that is worked on. */
  readonly id: string | null;
  readonly task: Task | null;
  /** A photographed body’s edge, or the line of a scanned drawing. */
  readonly lookFor: LookFor;
  readonly threshold: number;
  readonly tolerance: number;
  /** Half the brush's width, mm. */
  readonly brush: number;
  /** Whether the photo shows the body's side beside its face. */
  readonly side: SideSeen;
  /** How thick the body in the photo is, mm; null: as the design's. */
  readonly thickness: number | null;
  readonly found: FoundEdge | null;
  readonly share: number | null;
  readonly doing: string;
  readonly problem: string | null;
  readonly told: string | null;
  /** The outline that was taken last, of which picture as it was placed then: where the picture moves, the outline may go along. */
  readonly taken: { readonly placed: Underlay; readonly nodes: Design['outline']['nodes'] } | null;
  /** The PDF that the picture is a page of, while it has other pages. */
  readonly pdf: { readonly file: File; readonly pages: number; readonly page: number } | null;
  choose(id: string | null): void;
  begin(task: Task | null): void;
  /** A press on the board, instrument frame. */
  press(at: Point): void;
  /** A press, in the picture's pixels; with the brush, one dab of it. */
  put(pixel: Point): void;
  moveMark(index: number, to: Point): void;
  /** A mark put at a place of the picture, in its pixels. */
  setMark(index: number, pixel: Point): void;
  stroke(points: readonly Point[]): void;
  set(
    change: Partial<
      Pick<
        Tracing,
        | 'lookFor'
        | 'threshold'
        | 'tolerance'
        | 'side'
        | 'thickness'
        | 'brush'
        | 'found'
        | 'share'
        | 'doing'
        | 'problem'
        | 'told'
        | 'pdf'
        | 'taken'
      >
    >,
  ): void;
  addMeasure(truth: number): void;
  dropMeasure(index: number): void;
  keepStraight(): void;
  clear(what: 'straights' | 'steering'): void;
}

const underlayOf = (id: string | null): Underlay | null =>
  useDesignStore.getState().design?.underlays.find((u) => u.id === id) ?? null;

export const useTracing = create<Tracing>((set, get) => ({
  ...NOTHING,
  id: null,
  task: null,
  lookFor: 'body',
  threshold: 0.5,
  tolerance: 0.3,
  brush: 12,
  side: 'auto',
  thickness: null,
  found: null,
  share: null,
  doing: '',
  problem: null,
  told: null,
  taken: null,
  pdf: null,
  choose: (id) => {
    if (id === get().id) return;
    set({ ...NOTHING, id, task: null, found: null, problem: null, told: null });
  },
  begin: (task) => set({ task, marks: [], problem: null, told: null }),
  press: (at) => {
    const underlay = underlayOf(get().id);
    if (underlay) get().put(toPixelMap(underlay)(at));
  },
  put: (p) => {
    const { id, task, marks, body, bench, bridges, brush, strokes } = get();
    const underlay = underlayOf(id);
    if (!underlay || underlay.hidden || !task) return;
    if (task === 'brush-body' || task === 'brush-bench') {
      const as = task === 'brush-body' ? 'body' : 'bench';
      set({ strokes: [...strokes, { as, points: [p], radius: brush / underlay.scale }], found: null });
    } else if (task === 'body') set({ body: [...body, p], found: null });
    else if (task === 'bench') set({ bench: [...bench, p], found: null });
    else if (task === 'bridge') {
      if (marks.length === 0) set({ marks: [p] });
      else set({ marks: [], bridges: [...bridges, [marks[0]!, p]], found: null });
    } else {
      const most = MARKS_OF[task];
      if (most === null || marks.length < most) set({ marks: [...marks, p] });
    }
  },
  moveMark: (index, to) => {
    const underlay = underlayOf(get().id);
    if (!underlay) return;
    const p = toPixelMap(underlay)(to);
    get().setMark(index, p);
  },
  setMark: (index, p) => set({ marks: get().marks.map((m, i) => (i === index ? p : m)) }),
  stroke: (points) => {
    const { id, task, brush, strokes } = get();
    const underlay = underlayOf(id);
    if (!underlay || points.length === 0) return;
    const map = toPixelMap(underlay);
    const as = task === 'brush-body' ? 'body' : 'bench';
    set({
      strokes: [...strokes, { as, points: points.map(map), radius: brush / underlay.scale }],
      found: null,
    });
  },
  set: (change) => set(change),
  addMeasure: (truth) => {
    const { marks, measures } = get();
    if (marks.length < 2) return;
    set({ measures: [...measures, { from: marks[0]!, to: marks[1]!, truth }], marks: [] });
  },
  dropMeasure: (index) => set({ measures: get().measures.filter((_, i) => i !== index) }),
  keepStraight: () => {
    const { marks, straights } = get();
    if (marks.length >= 3) set({ straights: [...straights, marks], marks: [], task: null });
  },
  clear: (what) =>
    set(
      what === 'straights'
        ? { straights: [] }
        : { body: [], bench: [], bridges: [], strokes: [], marks: [], found: null },
    ),
}));

/** A change of the picture that is worked on, as a named step. */
export function changeUnderlay(
  name: string,
  change: (u: Underlay) => Partial<Underlay>,
  gesture?: string,
): string | null {
  const { id } = useTracing.getState();
  const underlay = underlayOf(id);
  if (!underlay) return null;
  const [refusal] = useDesignStore
    .getState()
    .edit(name, (d) => edits.changeUnderlay(d, underlay.id, change(underlay)), gesture);
  return refusal ? `${refusal.message}.` : null;
}

const TOGETHER = 'The marks fall together: set them apart.';

/** Moves the picture that is worked on as its marks say. */
function place(
  name: string,
  scaled: Underlay['scaled'] | null,
  how: (underlay: Underlay) => Placed | null,
): string | null {
  const underlay = underlayOf(useTracing.getState().id);
  if (!underlay) return null;
  if (underlay.locked) return 'The picture is locked: unlock it to move it.';
  const placed = how(underlay);
  if (!placed) return TOGETHER;
  return changeUnderlay(name, (u) => ({
    ...moveUnderlay(u, placed.to),
    ...(scaled ? { scaled, goodTo: placed.goodTo } : {}),
  }));
}

/** Sets the picture to scale by its marked measures. */
export const applyMeasures = (): string | null =>
  place('set the picture to scale', 'measures', (u) => placeByMeasures(u, useTracing.getState().measures));

/** Lays the line through two marks on the centre line, the first tailward of the second. */
export function straighten(): string | null {
  const [first, second] = useTracing.getState().marks;
  return first && second ? place('aligned the picture', null, (u) => placeStraight(u, first, second)) : null;
}

/** Lays two marks on two known places of the instrument: place, turn and size at once. `name` is the step's. */
export function layOnTwo(name: string, places: readonly [Point, Point]): string | null {
  const [a, b] = useTracing.getState().marks;
  return a && b ? place(name, 'instrument', (u) => placeOnTwo(u, [a, b], places)) : null;
}

/** A found edge where its picture is now: moved, turned and scaled along with it. */
export function foundNow(found: FoundEdge, now: Underlay): FoundEdge {
  if (isPlacedAs(found.placed, now)) return found;
  const carry = carryPlace(found.placed, now);
  const grown = now.scale / found.placed.scale;
  return {
    ...found,
    placed: now,
    edge: found.edge.map(carry),
    nodes: found.nodes && carryNodes(found.nodes, found.placed, now),
    noise: found.noise * grown,
    off: found.off * grown,
    needs: found.needs && found.needs * grown,
    removed: found.removed * grown,
    misses: found.misses.map(({ at, by }) => ({ at: carry(at), by: by * grown })),
  };
}
