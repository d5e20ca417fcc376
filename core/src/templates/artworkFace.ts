import { pixelMap } from '../design/underlayPlace.ts';
import type { Design, Underlay } from '../design/schema.ts';
import type { Drawing, SeenFrom } from '../drawing/drawing.ts';
import { closedPathMark, crossMarks, polylineMark } from '../drawing/drawing.ts';
import { pathData } from '../drawing/pathData.ts';
import type { Box } from '../geometry/box.ts';
import { boxHeight, boxWidth, growBox } from '../geometry/box.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { flattenPath, mapPath } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygons.ts';
import { unionOf } from '../geometry/polygons.ts';
import { middleMarks } from '../outline/middleMarks.ts';
import type { DrawnParts } from './drawnParts.ts';
import { planSheets } from './plan.ts';
import type { Sheet, SheetNotes } from './sheets.ts';
import { layOutSheets } from './sheets.ts';

/** Chords of what is covered, mm. */
const CHORD = 0.02;
/** Arms of the marks by which faces are laid, mm. */
const MARK_ARM = 4;
/** Room round the body, mm. */
const AROUND = 5;

/** From the instrument frame to a face as it is looked at: mirrored for a left-handed instrument, turned over for the back. */
export const facing = (handedness: Design['handedness'], from: SeenFrom): ((p: Point) => Point) => {
  const [fx, fy] = [handedness === 'left' ? -1 : 1, from === 'back' ? -1 : 1];
  return ({ x, y }) => ({ x: fx * x, y: fy * y });
};

/**
 * What of a face no artwork is seen on: routed and drilled openings, parts, pickguards and covers of that face. Polygons
 * by winding, instrument frame, mm.
 */
export function coveredAreas({ layout, plates }: DrawnParts, from: SeenFrom): readonly Polygon[] {
  return unionOf([
    ...layout.cuts.filter((c) => c.face === from).map((c) => c.area.polygon),
    ...layout.parts
      .filter((p) => p.part.face === from)
      .flatMap((p) => p.footprint.map((path) => flattenPath(path, CHORD))),
    ...plates.filter((p) => p.face === from).map((p) => p.edge),
  ]);
}

/** Artwork at full size on a face, as it is looked at: mm, y up. */
export interface ArtworkFace {
  readonly from: SeenFrom;
  readonly picture: Pick<Underlay, 'width' | 'height'>;
  /** From the picture’s pixels: x = a u + c v + e, y = b u + d v + f. */
  readonly matrix: readonly [number, number, number, number, number, number];
  readonly outline: ClosedPath;
  readonly covered: readonly Polygon[];
  readonly box: Box;
}

/** A picture as the artwork of the face it is marked for; null for one that is none. */
export function artworkFace(design: Design, derived: DrawnParts, underlay: Underlay): ArtworkFace | null {
  const from = underlay.artwork;
  if (!from) return null;
  const see = facing(design.handedness, from);
  const map = pixelMap(underlay);
  const [o, u, v] = [map({ x: 0, y: 0 }), map({ x: 1, y: 0 }), map({ x: 0, y: 1 })].map(see) as [
    Point,
    Point,
    Point,
  ];
  const { box } = derived.measures;
  const [p, q] = [see({ x: box.minX, y: box.minY }), see({ x: box.maxX, y: box.maxY })];
  return {
    from,
    picture: underlay,
    matrix: [u.x - o.x, u.y - o.y, v.x - o.x, v.y - o.y, o.x, o.y],
    outline: mapPath(derived.path, see),
    covered: coveredAreas(derived, from).map((polygon) => polygon.map(see)),
    box: growBox(
      {
        minX: Math.min(p.x, q.x),
        maxX: Math.max(p.x, q.x),
        minY: Math.min(p.y, q.y),
        maxY: Math.max(p.y, q.y),
      },
      AROUND,
    ),
  };
}

const figure = (v: number): string => String(Number(v.toFixed(4)));
const polygonData = (polygons: readonly Polygon[]): string =>
  polygons.map((p) => `M${p.map(({ x, y }) => `${figure(x)} ${figure(-y)}`).join('L')}Z`).join('');
const outlineData = (outline: ClosedPath): string =>
  pathData(closedPathMark('outline', 'outline', outline), ({ x, y }) => ({ x, y: -y }));

/** The paths of an artwork in a frame with y down, for whoever paints it: the body, and what is covered. */
export const artworkPaths = ({ outline, covered }: ArtworkFace) => ({
  outline: outlineData(outline),
  covered: polygonData(covered),
});

const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);

/** Artwork as an SVG at full size: the picture cut off at the body’s edge, what is covered filled, on layers of their own. */
export function artworkSvg(face: ArtworkFace, href: string, title: string): string {
  const { box, picture, matrix, from } = face;
  const [a, b, c, d, e, f] = matrix;
  const { outline, covered } = artworkPaths(face);
  const [w, h] = [figure(boxWidth(box)), figure(boxHeight(box))];
  // y runs down in the file: every row that gives y is turned round.
  const placed = [a, -b, c, -d, e, -f].map((v) => String(v)).join(' ');
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${w}mm" height="${h}mm" viewBox="${figure(box.minX)} ${figure(-box.maxY)} ${w} ${h}">
<title>${escaped(title)}, ${from}</title>
<clipPath id="body"><path d="${outline}"/></clipPath>
<g id="ARTWORK" clip-path="url(#body)"><image href="${href}" width="${picture.width}" height="${picture.height}" preserveAspectRatio="none" transform="matrix(${placed})"/></g>
<path id="COVERED" d="${covered}" fill="#ffffff" fill-rule="nonzero"/>
<path id="OUTLINE" d="${outline}" fill="none" stroke="#000000" stroke-width="0.25"/>
</svg>
`;
}

/** A face as a drawing for paper: its edge, the edges of what is covered, the two marks by which faces are laid. */
function faceDrawing(
  { outline, covered }: ArtworkFace,
  derived: DrawnParts,
  see: (p: Point) => Point,
): Drawing {
  return {
    layers: [
      { name: 'outline', marks: [closedPathMark('outline', 'outline', outline)] },
      { name: 'parts', marks: covered.map((p, i) => polylineMark(`covered-${i}`, 'part', p, true)) },
      {
        name: 'marks',
        marks: middleMarks(derived.path).flatMap((at, i) =>
          crossMarks(`register-${i + 1}`, 'crosshair', see(at), MARK_ARM),
        ),
      },
    ],
  };
}

/** The sheets of an artwork at full size, on the design’s own paper, each with the picture under its lines. */
export function artworkSheets(
  design: Design,
  derived: DrawnParts,
  face: ArtworkFace,
  image: Uint8Array,
  notes: SheetNotes,
): readonly Sheet[] {
  // The drawing is not turned on the sheets: the picture would have to be.
  const print = { ...design.print, place: { turn: 0, shiftX: 0, shiftY: 0 } };
  const see = facing(design.handedness, face.from);
  const plan = planSheets(faceDrawing(face, derived, see), print);
  const { correction: k } = plan;
  const { margins } = print;
  const words = { ...notes, name: `${notes.name}: artwork, ${face.from}` };
  return layOutSheets(plan, margins, words).map((sheet, i) => {
    const { area } = plan.printed[i]!;
    const lay = ({ x, y }: Point): Point => ({
      x: x * k.x - area.minX + margins.left,
      y: y * k.y - area.minY + margins.bottom,
    });
    const [a, b, c, d, e, f] = face.matrix;
    const at = lay({ x: e, y: f });
    return {
      ...sheet,
      picture: {
        image,
        size: { width: face.picture.width, height: face.picture.height },
        matrix: [a * k.x, b * k.y, c * k.x, d * k.y, at.x, at.y],
        within: mapPath(face.outline, lay),
        covered: face.covered.map((polygon) => polygon.map(lay)),
      },
    };
  });
}
