import type { Chain, DrawnLine, FileRead, PdfPage, Placing } from '@pelkin/core/plain';
import {
  FIT_GIVEN_UP_AFTER_MS,
  Unreadable,
  bodyLine,
  describeLines,
  drawingText,
  findAxes,
  joinChains,
  lineRefusal,
  mapPath,
  nodesAsDrawn,
  nodesWithin,
  placedPath,
  readDrawing,
  readPdfPage,
  startClock,
} from '@pelkin/core/plain';
import * as Comlink from 'comlink';
import type { BroughtLines, DrawingAbout, Fitting, Refusal } from './drawingReader.ts';

/** The drawing that is being brought in stays here, in the file's own unit: the page is reported only what it shows. */
let held: FileRead | null = null;
let joined: { readonly gap: number; readonly doubled: number; readonly chains: readonly Chain[] } | null =
  null;
let lines: readonly DrawnLine[] = [];

/** Lines that are listed, the largest first; of more, which are mostly hatching, short open ones are left out before any closed one. */
const MOST_LISTED = 5000;

/** What is refused within some work is an answer. */
function answered<T>(work: () => T): T | Refusal {
  try {
    return work();
  } catch (error) {
    if (error instanceof Unreadable) return { where: error.where, message: error.message };
    throw error;
  }
}

function read(bytes: Uint8Array, told: (share: number) => void): DrawingAbout | Refusal {
  const file = drawingText(bytes);
  if (!file.ok) return { where: file.where, message: file.message };
  const answer = readDrawing(file.text, told);
  if (!answer.ok) return { where: answer.where, message: answer.message };
  return hold(answer.read);
}

/** Reads what a page of a PDF paints. */
const page = (painted: PdfPage): DrawingAbout | Refusal => answered(() => hold(readPdfPage(painted)));

/** Holds a drawing that was read. */
function hold(read: FileRead): DrawingAbout {
  held = read;
  joined = null;
  const { kind, declared, choices, passedOver, cautions, curves } = read;
  return { kind, declared, choices, passedOver, cautions, lines: curves.length };
}

const inMm = (pieces: Chain['pieces'], mm: number): Chain['pieces'] =>
  mapPath(pieces, ({ x, y }) => ({ x: x * mm, y: y * mm }));

const scaled = (chain: Chain, mm: number): Chain => ({
  ...chain,
  gap: chain.gap * mm,
  pieces: inMm(chain.pieces, mm),
});

/** The drawing's lines in mm, joined over gaps of so many of the file's units: joined again only when that changes. */
function join(mm: number, gap: number, told: (share: number) => void): BroughtLines | Refusal {
  return answered(() => {
    const look = startClock('to join its lines');
    if (joined?.gap !== gap) {
      const { chains, doubled } = joinChains(held?.curves ?? [], gap, told, look);
      joined = { gap, doubled, chains };
    }
    lines = describeLines(
      joined.chains.map((chain) => scaled(chain, mm)),
      look,
    );
    const open = lines.flatMap((l, i) => (l.chain.closed ? [] : [i]));
    const unlisted = new Set(open.slice(Math.max(0, MOST_LISTED - (lines.length - open.length))));
    const body = bodyLine(
      lines.map((l, index) => ({ ...l, ...l.chain, isCircle: l.circle !== null, index })),
    );
    return {
      axes: body
        ? findAxes(
            (held?.curves ?? []).map((c) => ({ ...c, pieces: inMm(c.pieces, mm) })),
            { path: body.pieces, box: body.box },
          )
        : null,
      doubled: joined.doubled,
      unlisted: unlisted.size,
      closed: lines.filter((l) => l.chain.closed).length,
      open: lines.filter((l) => !l.chain.closed).length,
      lines: lines.flatMap(({ chain, box, aside, crosses, twin, circle }, index) =>
        unlisted.has(index)
          ? []
          : [
              {
                index,
                name: chain.name,
                closed: chain.closed,
                gap: chain.gap,
                pieces: chain.pieces.length,
                box,
                path: chain.pieces,
                aside,
                crosses,
                twin,
                layer: chain.layer,
                dashed: chain.dashed,
                circle,
                isCircle: circle !== null,
                cut: chain.cut,
              },
            ],
      ),
    };
  });
}

/** One line as nodes in the instrument frame: as it is drawn, or the fewest within a tolerance; null when neither does. */
function outline(
  index: number,
  placing: Placing,
  within: number | null,
  told: (share: number) => void,
): Fitting | Refusal | null {
  const line = lines[index];
  if (!line) return null;
  const path = placedPath(line.chain.pieces, placing);
  const refusal = lineRefusal(path);
  if (refusal) return { where: line.chain.name || 'the line', message: refusal };
  return answered(() => {
    const look = startClock(
      'to follow it so nearly',
      'allow more, or take it as it is drawn',
      FIT_GIVEN_UP_AFTER_MS,
    );
    return within === null ? nodesAsDrawn(path, look) : nodesWithin(path, within, told, look);
  });
}

const worker = { read, page, join, outline };
export type DrawingReaderWorker = typeof worker;
Comlink.expose(worker);
