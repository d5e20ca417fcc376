import type { Axes, CirclePart, LayerPlan, Outline, PlanUse, Placing, Point } from '@pelkin/core';
import {
  CIRCLE_PARTS,
  asHeadstock,
  bodyLine,
  checkDesign,
  firstPlacing,
  firstPlans,
  outlineOf,
  placingByAxes,
  placingMap,
  pressedAxes,
  planLayers,
  remember,
  solveOutline,
  useByLayer,
} from '@pelkin/core';
import { create } from 'zustand';
import type { Taken } from './taken.ts';
import {
  PLAIN_PLAN,
  circleOpening,
  circlePart,
  cutOpening,
  guideWay,
  nameFor,
  planFor,
  takenInto,
  takenWords,
} from './taken.ts';
import { derive } from '../../design/derived.ts';
import { wrongFileFor } from '../../shared/fileChecked.ts';
import { useDrawnLine, useDrawnStore as useDesignStore } from '../drawn.ts';
import type { BroughtLine, BroughtLines, DrawingAbout, Reader } from '../../workers/drawingReader.ts';
import { isRefusal, startReader } from '../../workers/drawingReader.ts';
import { Stopped } from '../../workers/stopped.ts';

interface BringIn {
  readonly file: string | null;
  readonly about: DrawingAbout | null;
  readonly lines: BroughtLines | null;
  /** Millimetres of the file's unit; null until it is known. */
  readonly mm: number | null;
  readonly gap: number;
  /** What each layer is brought in as, by its name. */
  readonly plans: ReadonlyMap<string, LayerPlan>;
  /** Lines that are brought in otherwise than their layer. */
  readonly uses: ReadonlyMap<number, PlanUse>;
  readonly placing: Placing;
  /** The axes by which the drawing was placed; null where it was placed by its box. */
  readonly axes: Axes | null;
  /** Places that were pressed to lay it by; null while that is not asked for. */
  readonly pressed: readonly Point[] | null;
  /** Fewest nodes within so many mm; null: as it is drawn. */
  readonly within: number | null;
  /** How far the work is, 0 to 1; null when none is under way. */
  readonly share: number | null;
  readonly problem: string | null;
  readonly done: string | null;
  /** The page of a PDF that is read, from 1, and how many it has; null for other files. */
  readonly pages: { readonly file: File; readonly page: number; readonly count: number } | null;
  choose(file: File, page?: number): Promise<void>;
  setUnit(mm: number): Promise<void>;
  setGap(gap: number): Promise<void>;
  /** Null: as its layer. */
  use(index: number, use: PlanUse | null): void;
  plan(layer: string, change: Partial<LayerPlan>): void;
  place(placing: Placing): void;
  /** Asks for two presses that lay it, or asks no more. */
  askPresses(on: boolean): void;
  /** A place of the file, mm: where its centre line and bridge line cross, then another of the centre line. */
  press(at: Point): void;
  setWithin(within: number | null): void;
  take(): Promise<void>;
  stop(): void;
  leave(): void;
}

/** Files beyond this are not even read into the page, bytes. */
const LARGEST_FILE = 48e6;

let reader: Reader | null = null;
/** A Pelkin design's own nodes are taken as they are. */
let own: { readonly outline: Outline } | null = null;

const NONE = {
  file: null,
  about: null,
  lines: null,
  mm: null,
  gap: 0.05,
  plans: new Map<string, LayerPlan>(),
  uses: new Map<number, PlanUse>(),
  placing: { mirror: false, turn: 0, shift: { x: 0, y: 0 } },
  axes: null,
  pressed: null,
  within: null,
  share: null,
  problem: null,
  pages: null,
} as const;

/** What becomes of every line: by its own use, or by its layer’s. */
export function usesOf(
  lines: readonly BroughtLine[],
  plans: BringIn['plans'],
  uses: BringIn['uses'],
): ReadonlyMap<number, PlanUse> {
  const layers = planLayers(lines);
  const body = outlineOf(layers, plans);
  const isOther = [...uses.values()].includes('outline');
  return new Map(
    lines.map((l): [number, PlanUse] => {
      const use = uses.get(l.index) ?? useByLayer(l, plans.get(l.layer) ?? PLAIN_PLAN, body);
      // Another line was chosen for the outline.
      return [l.index, use === 'outline' && isOther && !uses.has(l.index) ? 'leave' : use];
    }),
  );
}

const isCirclePart = (use: PlanUse): use is CirclePart => CIRCLE_PARTS.some((part) => part === use);

const remembered = remember(usesOf, 2);
/** The same of a drawing that is being brought in, worked out once for all that ask. */
export const usesNow = ({ lines, plans, uses }: Pick<BringIn, 'lines' | 'plans' | 'uses'>) =>
  remembered(lines?.lines ?? NO_LINES, plans, uses);
const NO_LINES: readonly BroughtLine[] = [];

const words = (error: unknown): string | null =>
  error instanceof Stopped ? null : error instanceof Error ? error.message : String(error);

/** The same place of the file at the origin, and its centre line along the instrument's, mirrored across it. */
const mirrored = ({ turn, shift }: Placing): Placing => ({
  mirror: true,
  turn: -turn,
  shift: { x: shift.x, y: -shift.y },
});

/** The tail of the outline that is there, where a drawing from elsewhere begins. */
const tailNow = (): number => {
  const { design } = useDesignStore.getState();
  return design ? derive(design).measures.box.minX : -150;
};

export const useBringIn = create<BringIn>((set, get) => {
  const joinNow = async (mm: number, gap: number, afresh: boolean): Promise<void> => {
    if (!reader) return;
    set({ share: 0 });
    const lines = await reader.join(mm, gap / mm, (share) => get().share !== null && set({ share }));
    set({ share: null });
    if (isRefusal(lines)) {
      set({ problem: `${lines.where}: ${lines.message}.` });
      return;
    }
    const { plans, uses, placing, axes, lines: before } = get();
    const body = bodyLine(lines.lines) ?? lines.lines[0];
    const layers = planLayers(lines.lines);
    // What was decided stays while the drawing’s lines are the same ones.
    const isKept = !afresh && before?.lines.length === lines.lines.length;
    const isBody = useDrawnLine.getState().line === 'body';
    const found = isBody && lines.axes?.centre ? lines.axes : null;
    set({
      mm,
      gap,
      lines,
      plans: afresh || layers.some((l) => !plans.has(l.name)) ? firstPlans(layers) : plans,
      uses: isKept ? uses : new Map(),
      axes: isKept ? axes : found,
      pressed: null,
      placing:
        isKept || !body
          ? placing
          : found
            ? placingByAxes(found, body.box, tailNow())
            : firstPlacing(body.box, tailNow()),
    });
  };
  const guarded = async (work: () => Promise<void>): Promise<void> => {
    try {
      await work();
    } catch (error) {
      set({ problem: words(error), share: null });
    }
  };
  return {
    ...NONE,
    done: null,
    choose: async (file, page = 1) => {
      get().leave();
      set({ file: file.name, share: 0, done: null });
      await guarded(async () => {
        if (file.size > LARGEST_FILE) {
          set({
            problem: `${file.name} is over ${LARGEST_FILE / 1e6} MB: bring in the outline alone.`,
            share: null,
          });
          return;
        }
        const wrong = await wrongFileFor(file, 'drawing');
        if (wrong) {
          set({ problem: wrong, share: null });
          return;
        }
        const bytes = new Uint8Array(await file.arrayBuffer());
        if (/^\s*\{/.test(new TextDecoder().decode(bytes.subarray(0, 200)))) {
          const refused = readOwn(new TextDecoder().decode(bytes));
          if (refused) set({ problem: refused, share: null });
          else set({ share: null });
          return;
        }
        reader = startReader();
        const start = performance.now();
        const isPdf = new TextDecoder().decode(bytes.subarray(0, 1024)).includes('%PDF-');
        const tell = (share: number): void => void (get().share !== null && set({ share }));
        let about: Awaited<ReturnType<Reader['read']>>;
        if (isPdf) {
          const { pdfPainting } = await import('./pdfLines.ts');
          const { painted, pages } = await pdfPainting(bytes, page);
          set({ pages: { file, page, count: pages } });
          about = await reader.page(painted);
        } else about = await reader.read(bytes, tell);
        // What the bench reads: the worker's own start is in it.
        performance.measure('drawing read', { start, end: performance.now() });
        if (isRefusal(about)) {
          set({ problem: `${about.where}: ${about.message}.`, share: null });
          return;
        }
        set({ about, share: null });
        if (about.lines === 0)
          set({
            problem: isPdf
              ? `Page ${page} holds no line that can be brought in: is it a scan? Add it under “Pictures”.`
              : 'The file holds no line that can be brought in.',
          });
        else await joinNow(about.declared?.mm ?? about.choices[0]!.mm, get().gap, true);
      });
    },
    // The gaps that were joined stay joined: in another unit they are larger or smaller.
    setUnit: (mm) => guarded(() => joinNow(mm, (get().gap * mm) / (get().mm ?? mm), true)),
    setGap: (gap) => guarded(() => joinNow(get().mm ?? 1, gap, false)),
    use: (index, use) => {
      const uses = new Map(get().uses);
      // There is one outline.
      if (use === 'outline')
        for (const line of get().lines?.lines ?? [])
          if (usesNow(get()).get(line.index) === 'outline') uses.set(line.index, 'leave');
      if (use === null) uses.delete(index);
      else uses.set(index, use);
      set({ uses });
    },
    plan: (layer, change) => {
      const { plans, uses, lines } = get();
      const now = plans.get(layer);
      if (!now) return;
      const next = new Map(plans).set(layer, { ...now, ...change });
      const holds = (use: LayerPlan['use']): boolean => use === 'outline' || use === 'body';
      // There is one outline: another layer that said it holds it gives it up.
      if (change.use && holds(change.use))
        for (const [name, p] of next)
          if (name !== layer && holds(p.use)) next.set(name, { ...p, use: 'leave' });
      // A layer’s use is for all its lines again.
      const own = new Set(lines?.lines.filter((l) => l.layer === layer).map((l) => l.index));
      set({
        plans: next,
        uses: change.use ? new Map([...uses].filter(([index]) => !own.has(index))) : uses,
      });
    },
    place: (placing) => set({ placing }),
    askPresses: (on) => set({ pressed: on ? [] : null }),
    press: (at) => {
      const { pressed, lines, placing } = get();
      const body = lines && (bodyLine(lines.lines) ?? lines.lines[0]);
      if (!pressed || !body) return;
      const [first] = pressed;
      if (!first) return set({ pressed: [at] });
      const axes = pressedAxes(first, at);
      // The same place again says no direction.
      if (!axes) return;
      const laid = placingByAxes(axes, body.box, tailNow());
      set({ axes, pressed: null, placing: placing.mirror ? mirrored(laid) : laid });
    },
    setWithin: (within) => set({ within }),
    take: async () => {
      const { lines, placing, within, file, plans } = get();
      const { design } = useDesignStore.getState();
      if (!lines || !design) return;
      await guarded(async () => {
        set({ share: 0, problem: null });
        const uses = usesNow(get());
        const wanted = lines.lines.filter((l) => uses.get(l.index) !== 'leave');
        const refuse = (problem: string): void => set({ problem, share: null });
        const map = placingMap(placing);
        const taken: Taken = { nodes: null, off: 0, openings: [], parts: [], guards: [], guides: [] };
        for (const [i, line] of wanted.entries()) {
          const use = uses.get(line.index)!;
          const plan = planFor(plans.get(line.layer) ?? PLAIN_PLAN, line);
          const name = nameFor(line);
          if (use === 'guide') {
            taken.guides.push({ name, way: guideWay(line, map) });
            continue;
          }
          if (use !== 'outline' && useDrawnLine.getState().line !== 'body')
            return refuse(
              'A headstock takes an outline and guide lines from a file: leave its other lines out, and place the tuners here.',
            );
          if (!line.closed)
            return refuse('A line that is to be cut or outlined is open: join its gaps first.');
          if (isCirclePart(use)) {
            taken.parts.push(circlePart(line, use, name, plan, map));
            continue;
          }
          if (line.circle && use !== 'outline' && use !== 'guard') {
            taken.openings.push(circleOpening(design, taken.openings, line, name, plan, map));
            continue;
          }
          const told = (share: number): void =>
            void (get().share !== null && set({ share: (i + share) / wanted.length }));
          const fit = own
            ? { nodes: own.outline.nodes, off: 0 }
            : await reader!.outline(line.index, placing, use === 'outline' ? within : null, told);
          if (isRefusal(fit)) return refuse(`${fit.where}: ${fit.message}.`);
          if (!fit)
            return refuse(
              within === null || use !== 'outline'
                ? `“${name || 'A line'}” has too many nodes as it is drawn: take the fewest within a tolerance.`
                : 'No fair curve of reasonable size follows it so nearly: allow more, or take it as drawn.',
            );
          taken.off = Math.max(taken.off, fit.off);
          if (use === 'outline') taken.nodes = fit.nodes;
          else if (use === 'guard') taken.guards.push({ name, nodes: fit.nodes });
          else taken.openings.push(cutOpening(design, taken.openings, name, fit.nodes, plan));
        }
        const refusals = useDesignStore
          .getState()
          .edit(`imported ${file ?? 'a file'}`, (d) => takenInto(d, taken));
        if (refusals.length) return refuse(`${refusals[0]!.message}.`);
        const done = `Imported ${takenWords(taken)}, off the file by at most ${taken.off.toFixed(3)} mm.`;
        get().leave();
        set({ done });
      });
    },
    stop: () => get().leave(),
    leave: () => {
      reader?.end();
      reader = null;
      own = null;
      set({ ...NONE, done: null });
    },
  };

  /** A Pelkin design file: its outline as it is; gives words when it cannot be read. */
  function readOwn(text: string): string | null {
    let raw: unknown;
    try {
      raw = JSON.parse(text);
    } catch {
      return 'The file is no whole JSON: save or copy it again.';
    }
    const checked = checkDesign(raw);
    if (!checked.ok) {
      const [first] = checked.refusals;
      return `${first!.where ? `${first!.where}: ` : ''}${first!.message}.`;
    }
    // The headstock of another design stands at this one’s nut.
    const { design } = useDesignStore.getState();
    const isBody = useDrawnLine.getState().line === 'body';
    const seen =
      isBody || !design ? checked.design : asHeadstock({ ...checked.design, strings: design.strings });
    const path = solveOutline(seen.outline.nodes);
    own = { outline: seen.outline };
    const box = derive(seen).measures.box;
    const line: BroughtLine = {
      index: 0,
      name: checked.design.name,
      closed: true,
      gap: 0,
      pieces: path.length,
      box,
      path,
      aside: null,
      crosses: null,
      twin: null,
      layer: '',
      dashed: false,
      circle: null,
      isCircle: false,
      cut: null,
    };
    set({
      about: {
        kind: 'json',
        declared: { name: 'millimetres', mm: 1 },
        choices: [],
        passedOver: [],
        cautions: [],
        lines: 1,
      },
      lines: { axes: null, doubled: 0, closed: 1, open: 0, unlisted: 0, lines: [line] },
      mm: 1,
      plans: new Map([['', { ...PLAIN_PLAN, use: 'outline' }]]),
      uses: new Map(),
    });
    return null;
  }
});
