import { execFileSync } from 'node:child_process';

/** The stroked lines of a printed page, as places in mm of the paper: read by poppler (which would else shrink it to whole points), not by Pelkin. */
export function printedPaths(pdf: string, page: number): readonly (readonly number[])[] {
  const svg = execFileSync(
    'pdftocairo',
    ['-svg', '-noshrink', '-nocenter', '-f', String(page), '-l', String(page), pdf, '-'],
    {
      encoding: 'utf8',
      maxBuffer: 2 ** 26,
    },
  );
  const placed = /<path style="fill:none[^"]*" d="([^"]*)"(?: transform="matrix\(([^)]*)\)")?/g;
  return [...svg.matchAll(placed)].map(([, d, matrix]) => {
    const [a, , , ky, ex, fy] = (matrix ?? '1,0,0,1,0,0').split(',').map(Number);
    const figures = d!.match(/-?\d+(?:\.\d+)?/g)!.map(Number);
    return figures.map((v, i) => ((i % 2 === 0 ? a! * v + ex! : ky! * v + fy!) * 25.4) / 72);
  });
}
