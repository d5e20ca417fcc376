import type { Box, OutlineNode, PartSpec } from '@pelkin/core';
import { partText, readPartText } from '@pelkin/core';
import { download, fileStem } from '../../../shared/download.ts';
import { wrongFileFor } from '../../../shared/fileChecked.ts';
import type { Refusal } from '../../../workers/drawingReader.ts';
import { isRefusal, startReader } from '../../../workers/drawingReader.ts';
import { useChosenInLayout } from '../chosen.ts';
import { firstFace } from '../layDown.ts';

/** Gives a part as a file. */
export const writePartFile = (spec: PartSpec): void =>
  download(`${fileStem(spec.name)}.json`, 'application/json', partText(spec));

/** Reads a part's file and takes the part in hand; gives what is wrong with the file, or null. */
export async function readPartFile(file: File): Promise<string | null> {
  const wrong = await wrongFileFor(file, 'part');
  if (wrong) return wrong;
  const read = readPartText(await file.text());
  if (!read.ok) return `${read.message}.`;
  useChosenInLayout.getState().carry({ spec: read.spec, face: firstFace(read.spec) });
  return null;
}

/** Gaps under this are joined, mm. */
const GAP = 0.05;
/** A part’s own outline has at most so many nodes. */
const MOST_OUTLINE = 200;

/**
 * A part's outline from a drawing: the largest closed line of an SVG or DXF, its middle at the part's place. Gives the
 * nodes, or what is wrong with the file; `asked` tells that the file names no unit and millimetres were taken.
 */
export async function outlineFromDrawing(
  file: File,
): Promise<
  | { readonly ok: true; readonly nodes: readonly OutlineNode[]; readonly asked: boolean }
  | { readonly ok: false; readonly message: string }
> {
  const reader = startReader();
  try {
    const none = (): void => undefined;
    const refused = (r: Refusal) => ({ ok: false as const, message: `${r.where}: ${r.message}.` });
    const wrong = await wrongFileFor(file, 'drawing');
    if (wrong) return { ok: false, message: wrong };
    const about = await reader.read(new Uint8Array(await file.arrayBuffer()), none);
    if (isRefusal(about)) return refused(about);
    const mm = about.declared?.mm ?? 1;
    const lines = await reader.join(mm, GAP / mm, none);
    if (isRefusal(lines)) return refused(lines);
    const sizeOf = ({ box }: { box: Box }): number => (box.maxX - box.minX) * (box.maxY - box.minY);
    const [largest] = lines.lines.filter((l) => l.closed).sort((a, b) => sizeOf(b) - sizeOf(a));
    if (!largest)
      return { ok: false, message: 'The file holds no closed line: close the part’s outline in it.' };
    const { box } = largest;
    const shift = { x: -(box.minX + box.maxX) / 2, y: -(box.minY + box.maxY) / 2 };
    const fit = await reader.outline(largest.index, { mirror: false, turn: 0, shift }, null, none);
    if (isRefusal(fit)) return refused(fit);
    if (!fit || fit.nodes.length > MOST_OUTLINE)
      return { ok: false, message: `The line has over ${MOST_OUTLINE} nodes: draw it with fewer.` };
    return { ok: true, nodes: fit.nodes, asked: about.declared === null };
  } finally {
    reader.end();
  }
}
