import type { Box, ClosedPath, OutlineNode, Placing } from '@pelkin/core';
import * as Comlink from 'comlink';
import type { BringInWorker } from './bringIn.worker.ts';
import { Stopped } from './stopped.ts';

/** What a drawing file holds, as far as it is shown before its lines are joined. */
export interface DrawingAbout {
  readonly kind: 'svg' | 'dxf' | 'json';
  readonly declared: { readonly name: string; readonly mm: number } | null;
  readonly choices: readonly { readonly name: string; readonly mm: number }[];
  readonly passedOver: readonly { readonly what: string; readonly why: string; readonly count: number }[];
  readonly lines: number;
}

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
}

export interface BroughtLines {
  readonly doubled: number;
  readonly closed: number;
  readonly open: number;
  readonly lines: readonly BroughtLine[];
}

export interface Fitting {
  readonly nodes: readonly OutlineNode[];
  readonly off: number;
}

type Told = (share: number) => void;

/** A worker that reads one drawing and answers about it; `end` stops whatever it is at. */
export interface Reader {
  read(
    text: string,
    told: Told,
  ): Promise<DrawingAbout | { readonly where: string; readonly message: string }>;
  join(mm: number, gap: number): Promise<BroughtLines>;
  outline(index: number, placing: Placing, within: number | null, told: Told): Promise<Fitting | null>;
  end(): void;
}

export function startReader(): Reader {
  const worker = new Worker(new URL('./bringIn.worker.ts', import.meta.url), { type: 'module' });
  const remote = Comlink.wrap<BringInWorker>(worker);
  let give: (error: Error) => void = () => undefined;
  const failed = new Promise<never>((_, reject) => {
    give = reject;
    worker.onerror = () => reject(new Error('The drawing could not be worked on: load the page again.'));
  });
  failed.catch(() => undefined);
  const race = <T>(answer: Promise<T>): Promise<T> => Promise.race([answer, failed]);
  return {
    read: (text, told) => race(remote.read(text, Comlink.proxy(told)) as Promise<DrawingAbout>),
    join: (mm, gap) => race(remote.join(mm, gap)),
    outline: (index, placing, within, told) =>
      race(remote.outline(index, placing, within, Comlink.proxy(told)) as Promise<Fitting | null>),
    end: () => {
      worker.terminate();
      give(new Stopped());
    },
  };
}
