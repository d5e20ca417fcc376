import type { Opening, Outline, Placing } from '@pelkin/core';
import { checkDesign, edits, firstPlacing, solveOutline } from '@pelkin/core';
import { create } from 'zustand';
import { derive } from '../../../design/derived.ts';
import { useDesignStore } from '../../../design/store.ts';
import type { BroughtLine, BroughtLines, DrawingAbout, Reader } from '../../../workers/drawingReader.ts';
import { isRefusal, startReader } from '../../../workers/drawingReader.ts';
import { Stopped } from '../../../workers/stopped.ts';

/** What becomes of a line of a drawing. */
export type Use = 'outline' | 'opening' | 'leave';

interface BringIn {
  readonly file: string | null;
  readonly about: DrawingAbout | null;
  readonly lines: BroughtLines | null;
  /** Millimetres of the file's unit; null until it is known. */
  readonly mm: number | null;
  readonly gap: number;
  readonly uses: ReadonlyMap<number, Use>;
  readonly placing: Placing;
  /** Fewest nodes within so many mm; null: as it is drawn. */
  readonly within: number | null;
  /** How far the work is, 0 to 1; null when none is under way. */
  readonly share: number | null;
  readonly problem: string | null;
  readonly done: string | null;
  choose(file: File): Promise<void>;
  setUnit(mm: number): Promise<void>;
  setGap(gap: number): Promise<void>;
  use(index: number, use: Use): void;
  place(placing: Placing): void;
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
  uses: new Map<number, Use>(),
  placing: { mirror: false, turn: 0, shift: { x: 0, y: 0 } },
  within: null,
  share: null,
  problem: null,
} as const;

const words = (error: unknown): string | null =>
  error instanceof Stopped ? null : error instanceof Error ? error.message : String(error);

/**
 * The largest closed line is taken for the outline, closed lines within its box for openings. Frames and lines to draw
 * by are left to the user, and of the two sides of a drawn stroke only the outer one is taken.
 */
export function firstUses(lines: readonly BroughtLine[]): ReadonlyMap<number, Use> {
  const body = lines.find((l) => l.closed && !l.aside);
  const inside = (l: BroughtLine): boolean =>
    body !== undefined &&
    l.box.minX >= body.box.minX &&
    l.box.maxX <= body.box.maxX &&
    l.box.minY >= body.box.minY &&
    l.box.maxY <= body.box.maxY;
  return new Map(
    lines.map((l): [number, Use] => [
      l.index,
      l === body ? 'outline' : l.closed && !l.aside && !l.twin && inside(l) ? 'opening' : 'leave',
    ]),
  );
}

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
    const { uses, placing } = get();
    const body = lines.lines.find((l) => l.closed && !l.aside) ?? lines.lines[0];
    const isKept = !afresh && uses.size === lines.lines.length;
    set({
      mm,
      gap,
      lines,
      uses: isKept ? uses : firstUses(lines.lines),
      placing: isKept && !afresh ? placing : body ? firstPlacing(body.box, tailNow()) : placing,
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
    choose: async (file) => {
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
        const bytes = new Uint8Array(await file.arrayBuffer());
        if (/^\s*\{/.test(new TextDecoder().decode(bytes.subarray(0, 200)))) {
          const refused = readOwn(new TextDecoder().decode(bytes));
          if (refused) set({ problem: refused, share: null });
          else set({ share: null });
          return;
        }
        reader = startReader();
        const start = performance.now();
        const about = await reader.read(bytes, (share) => get().share !== null && set({ share }));
        // What the bench reads: the worker's own start is in it.
        performance.measure('drawing read', { start, end: performance.now() });
        if (isRefusal(about)) {
          set({ problem: `${about.where}: ${about.message}.`, share: null });
          return;
        }
        set({ about, share: null });
        if (about.lines === 0) set({ problem: 'The file holds no line that can be brought in.' });
        else await joinNow(about.declared?.mm ?? about.choices[0]!.mm, get().gap, true);
      });
    },
    // The gaps that were joined stay joined: in another unit they are larger or smaller.
    setUnit: (mm) => guarded(() => joinNow(mm, (get().gap * mm) / (get().mm ?? mm), true)),
    setGap: (gap) => guarded(() => joinNow(get().mm ?? 1, gap, false)),
    use: (index, use) => {
      const uses = new Map(get().uses);
      // There is one outline.
      if (use === 'outline') for (const [k, v] of uses) if (v === 'outline') uses.set(k, 'leave');
      uses.set(index, use);
      set({ uses });
    },
    place: (placing) => set({ placing }),
    setWithin: (within) => set({ within }),
    take: async () => {
      const { lines, uses, placing, within, file } = get();
      if (!lines) return;
      await guarded(async () => {
        set({ share: 0, problem: null });
        const wanted = lines.lines.filter((l) => uses.get(l.index) !== 'leave');
        const told = (share: number): void => void (get().share !== null && set({ share }));
        let nodes: Outline['nodes'] | null = null;
        let off = 0;
        const openings: Opening[] = [];
        const taken = [...(useDesignStore.getState().design?.openings ?? [])];
        for (const line of wanted) {
          if (!line.closed) {
            set({
              problem: 'A line that is to be outline or opening is open: join its gaps first.',
              share: null,
            });
            return;
          }
          const isOutline = uses.get(line.index) === 'outline';
          const fit = own
            ? { nodes: own.outline.nodes, off: 0 }
            : await reader!.outline(line.index, placing, isOutline ? within : null, told);
          if (isRefusal(fit)) {
            set({ problem: `${fit.where}: ${fit.message}.`, share: null });
            return;
          }
          if (!fit) {
            set({
              problem:
                within === null || !isOutline
                  ? `“${line.name || 'a line'}” has too many nodes as it is drawn: take the fewest within a tolerance.`
                  : 'No fair curve of reasonable size follows it so nearly: allow more, or take it as drawn.',
              share: null,
            });
            return;
          }
          off = Math.max(off, fit.off);
          if (isOutline) nodes = fit.nodes;
          else {
            const id = edits.freshId([...taken, ...openings], 'o');
            openings.push(edits.openingOfLine(id, line.name.trim().slice(0, 80) || 'Opening', fit.nodes));
          }
        }
        const refusals = useDesignStore
          .getState()
          .edit(`imported ${file ?? 'a file'}`, (d) => edits.takeOutline(d, nodes, openings));
        if (refusals.length) {
          set({ problem: `${refusals[0]!.message}.`, share: null });
          return;
        }
        const what = [
          ...(nodes ? [`an outline of ${nodes.length} nodes`] : []),
          ...(openings.length
            ? [`${openings.length} ${openings.length === 1 ? 'opening' : 'openings'}`]
            : []),
        ].join(' and ');
        const done = `Imported ${what}, off the file by at most ${off.toFixed(3)} mm.`;
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
    const path = solveOutline(checked.design.outline.nodes);
    own = { outline: checked.design.outline };
    const box = derive(checked.design).measures.box;
    const line = {
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
      lines: { doubled: 0, closed: 1, open: 0, lines: [line] },
      mm: 1,
      uses: new Map([[0, 'outline']]),
    });
    return null;
  }
});
