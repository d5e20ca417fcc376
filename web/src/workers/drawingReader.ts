import type { Axes, Box, ClosedPath, OutlineNode, PdfPage, Placing, SaidCut } from '@pelkin/core';
import type { DrawingReaderWorker } from './drawingReader.worker.ts';
import type { Told } from './worker.ts';
import { handOver, progress, startWorker } from './worker.ts';

/** Something of a file, why, and how often. */
export interface PassedOver {
  readonly what: string;
  readonly why: string;
  readonly count: number;
}

/** What a drawing file holds, as far as it is shown before its lines are joined. */
export interface DrawingAbout {
  readonly kind: 'svg' | 'dxf' | 'json' | 'pdf';
  readonly declared: { readonly name: string; readonly mm: number } | null;
  readonly choices: readonly { readonly name: string; readonly mm: number }[];
  readonly passedOver: readonly PassedOver[];
  /** What is brought in otherwise than the file shows it. */
  readonly cautions: readonly PassedOver[];
  readonly lines: number;
}

/** Why a file, or a line of it, cannot be taken: where, and words for people. */
export interface Refusal {
  readonly where: string;
  readonly message: string;
}
export const isRefusal = (answer: object | null): answer is Refusal =>
  answer !== null && 'message' in answer && 'where' in answer;

/** A joined line of a drawing in the file's own frame, mm. */
export interface BroughtLine {
  readonly index: number;
  readonly name: string;
  readonly closed: boolean;
  /** The largest gap that was bridged, mm. */
  readonly gap: number;
  readonly pieces: number;
  readonly box: Box;
  readonly path: ClosedPath;
  /** Why it is not taken unasked. */
  readonly aside: 'frame' | 'construction' | null;
  /** Where it crosses itself, or another line. */
  readonly crosses: {
    readonly at: { readonly x: number; readonly y: number };
    readonly other: number | null;
  } | null;
  /** The line whose other side it is: two sides of one drawn stroke, so far apart. */
  readonly twin: { readonly of: number; readonly apart: number } | null;
  readonly layer: string;
  /** Whether it is drawn in dashes. */
  readonly dashed: boolean;
  /** The circle that it is, the file’s frame, mm; null where it is none. */
  readonly circle: {
    readonly at: { readonly x: number; readonly y: number };
    readonly diameter: number;
  } | null;
  readonly isCircle: boolean;
  /** Face and depth of the cut; null where the file has none. */
  readonly cut: SaidCut | null;
}

export interface BroughtLines {
  /** Its centre line and bridge line, where it has them; the file's own frame, mm. */
  readonly axes: Axes | null;
  readonly doubled: number;
  readonly closed: number;
  readonly open: number;
  /** Open lines that were not listed: the shortest, of very many. */
  readonly unlisted: number;
  readonly lines: readonly BroughtLine[];
}

export interface Fitting {
  readonly nodes: readonly OutlineNode[];
  readonly off: number;
}

/** A worker that reads one drawing and answers about it; `end` stops whatever it is at. */
export interface Reader {
  read(bytes: Uint8Array, told: Told): Promise<DrawingAbout | Refusal>;
  /** The lines that a page of a PDF paints. */
  page(painted: PdfPage): Promise<DrawingAbout | Refusal>;
  /** Lines in mm, joined over gaps of so many of the file's own units. */
  join(mm: number, gap: number, told: Told): Promise<BroughtLines | Refusal>;
  outline(
    index: number,
    placing: Placing,
    within: number | null,
    told: Told,
  ): Promise<Fitting | Refusal | null>;
  end(): void;
}

export function startReader(): Reader {
  const { ask, end } = startWorker<DrawingReaderWorker>(
    () => new Worker(new URL('./drawingReader.worker.ts', import.meta.url), { type: 'module' }),
    'The drawing could not be worked on',
  );
  return {
    read: (bytes, told) =>
      ask((w) => w.read(handOver(bytes), progress(told)) as Promise<DrawingAbout | Refusal>),
    page: (painted) => ask((w) => w.page(painted) as Promise<DrawingAbout | Refusal>),
    join: (mm, gap, told) => ask((w) => w.join(mm, gap, progress(told)) as Promise<BroughtLines | Refusal>),
    outline: (index, placing, within, told) =>
      ask((w) => w.outline(index, placing, within, progress(told)) as Promise<Fitting | Refusal | null>),
    end,
  };
}
