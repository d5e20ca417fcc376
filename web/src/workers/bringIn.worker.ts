import type { Chain, FileRead, Placing } from '@pelkin/core/bringin';
import {
  joinChains,
  nodesAsDrawn,
  nodesWithin,
  pathBox,
  placedPath,
  readDrawing,
} from '@pelkin/core/bringin';
import * as Comlink from 'comlink';
import type { BroughtLines, DrawingAbout, Fitting } from './bringIn.ts';

/** The drawing that is being brought in stays here: the page is told only what it shows. */
let held: FileRead | null = null;
let chains: readonly Chain[] = [];

/** Lines that are shown, the largest first; a drawing of thousands is mostly hatching and words. */
const MOST_SHOWN = 60;

function read(
  text: string,
  told: (share: number) => void,
): DrawingAbout | { readonly where: string; readonly message: string } {
  const answer = readDrawing(text, told);
  if (!answer.ok) return { where: answer.where, message: answer.message };
  held = answer.read;
  const { kind, declared, choices, passedOver, curves } = answer.read;
  return { kind, declared, choices, passedOver, lines: curves.length };
}

/** The drawing's lines in mm, joined. */
function join(mm: number, gap: number): BroughtLines {
  const scaled = (held?.curves ?? []).map(({ pieces, closed, name }) => ({
    closed,
    name,
    pieces: pieces.map(({ p0, p1, p2, p3 }) => ({
      p0: { x: p0.x * mm, y: p0.y * mm },
      p1: { x: p1.x * mm, y: p1.y * mm },
      p2: { x: p2.x * mm, y: p2.y * mm },
      p3: { x: p3.x * mm, y: p3.y * mm },
    })),
  }));
  const joined = joinChains(scaled, gap);
  const sized = joined.chains
    .map((chain) => ({ chain, box: pathBox(chain.pieces)! }))
    .map(({ chain, box }) => ({
      chain,
      box,
      size: Math.hypot(box.maxX - box.minX, box.maxY - box.minY),
    }))
    .sort((a, b) => b.size - a.size);
  chains = sized.map(({ chain }) => chain);
  return {
    doubled: joined.doubled,
    closed: chains.filter((c) => c.closed).length,
    open: chains.filter((c) => !c.closed).length,
    lines: sized.slice(0, MOST_SHOWN).map(({ chain, box }, index) => ({
      index,
      name: chain.name,
      closed: chain.closed,
      gap: chain.gap,
      pieces: chain.pieces.length,
      box,
      path: chain.pieces,
    })),
  };
}

/** One line as nodes in the instrument frame: as it is drawn, or the fewest within a tolerance. */
function outline(
  index: number,
  placing: Placing,
  within: number | null,
  told: (share: number) => void,
): Fitting | null {
  const chain = chains[index];
  if (!chain) return null;
  const path = placedPath(chain.pieces, placing);
  return within === null ? nodesAsDrawn(path) : nodesWithin(path, within, told);
}

const worker = { read, join, outline };
export type BringInWorker = typeof worker;
Comlink.expose(worker);
