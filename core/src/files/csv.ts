import type { StringLayout } from '../strings/layout.ts';
import { MM_PER_INCH } from '../units/length.ts';

/** The fret table as comma-separated values (RFC 4180), millimetres and inches, one fret a row. */
export function fretTableCsv(layout: StringLayout): string {
  const head = [
    'fret',
    'from nut (mm)',
    'from nut (in)',
    'from fret before (mm)',
    'from fret before (in)',
    'from bridge line (mm)',
    'board width (mm)',
  ];
  const rows = layout.frets.map((f) => [
    f.number === 0 ? 'nut' : String(f.number),
    f.fromNut.toFixed(3),
    (f.fromNut / MM_PER_INCH).toFixed(4),
    f.fromPrevious.toFixed(3),
    (f.fromPrevious / MM_PER_INCH).toFixed(4),
    f.x.toFixed(3),
    f.boardWidth.toFixed(3),
  ]);
  return [head, ...rows].map((row) => `${row.join(',')}\r\n`).join('');
}
