import type { Drawing, Mark } from '../drawing/drawing.ts';
import { drawingBox } from '../drawing/drawing.ts';
import { pathData } from '../drawing/pathData.ts';
import { growBox } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import type { Weights } from '../drawing/inks.ts';
import { INKS } from '../drawing/inks.ts';
import { LAYERS } from '../drawing/layers.ts';

/** Clear space round the drawing, mm. */
const AROUND_MM = 5;

export const escapeXml = (text: string): string =>
  text.replace(
    /[&<>"']/g,
    (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' })[c]!,
  );

const figure = (value: number): string => String(Number(value.toFixed(4)));

/**
 * A drawing as SVG in true millimetres: one user unit is one millimetre, width and height say so.
 * Each closed profile is one closed path; screen-down is −y, so the bass side stays up.
 */
export function drawingSvg(drawing: Drawing, title: string, weights: Weights = INKS): string {
  const box = growBox(drawingBox(drawing) ?? { minX: 0, minY: 0, maxX: 0, maxY: 0 }, AROUND_MM);
  const flip = (p: Point): Point => ({ x: p.x, y: -p.y });
  const width = figure(box.maxX - box.minX);
  const height = figure(box.maxY - box.minY);
  const mark = (m: Mark): string => {
    const { widthMm, grey, dashMm } = weights[m.ink];
    const level = Math.round(grey * 255);
    const colour = `rgb(${level},${level},${level})`;
    if (m.kind === 'text') {
      const anchor = { start: 'start', middle: 'middle', end: 'end' }[m.align];
      const at = flip(m.at);
      const turn =
        m.turn === 0
          ? ''
          : ` transform="rotate(${figure((-m.turn * 180) / Math.PI)} ${figure(at.x)} ${figure(at.y)})"`;
      return `<text id="${m.id}" x="${figure(at.x)}" y="${figure(at.y)}" font-size="${m.sizeMm}" text-anchor="${anchor}" fill="${colour}"${turn}>${escapeXml(m.text)}</text>`;
    }
    // What it is called and how it is cut comes back with it.
    const said = m.cut
      ? ` data-name="${escapeXml(m.cut.name)}" data-face="${m.cut.face}" data-depth="${m.cut.through ? 'through' : figure(m.cut.depth)}"${m.cut.aside ? ` data-aside="${m.cut.aside}"` : ''}`
      : '';
    const dash = dashMm ? ` stroke-dasharray="${dashMm.join(' ')}"` : '';
    if (m.circle) {
      const at = flip(m.circle.at);
      return `<circle id="${m.id}" cx="${figure(at.x)}" cy="${figure(at.y)}" r="${figure(m.circle.diameter / 2)}" fill="none" stroke="${colour}" stroke-width="${widthMm}"${dash}${said}/>`;
    }
    return `<path id="${m.id}" d="${pathData(m, flip)}" fill="none" stroke="${colour}" stroke-width="${widthMm}"${dash}${said}/>`;
  };
  const layers = drawing.layers
    .map(
      (l) =>
        `  <g id="layer-${l.name}" data-name="${LAYERS[l.name].file}">\n${l.marks.map((m) => `    ${mark(m)}`).join('\n')}\n  </g>`,
    )
    .join('\n');
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="${figure(box.minX)} ${figure(-box.maxY)} ${width} ${height}" font-family="sans-serif">
  <title>${escapeXml(title)}</title>
  <desc>Units: millimetres. One user unit is 1 mm. The origin is where the centre line crosses the bridge line.</desc>
${layers}
</svg>
`;
}
