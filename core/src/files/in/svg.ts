import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { arcCubics } from '../../geometry/arcs.ts';
import type { Cubic } from '../../geometry/cubic.ts';
import { mapCubic, straightCubic } from '../../geometry/cubic.ts';
import type { Point } from '../../geometry/point.ts';
import type { Affine } from './affine.ts';
import { IDENTITY, after, apply, moved, scaled } from './affine.ts';
import type { FoundCurve, ReadFile, Told, UnitChoice } from './found.ts';
import { MOST_PIECES, Unreadable, atTheDoor, passing } from './found.ts';
import { svgLength, svgNumbers, trueMm, userLength } from './svgLengths.ts';
import type { Subpath } from './svgPath.ts';
import { svgSubpaths } from './svgPath.ts';
import { svgTransform, viewBoxTransform } from './svgTransform.ts';

/** The sizes that a user unit stands for in the files people have. */
export const SVG_UNITS: readonly UnitChoice[] = [
  { name: '96 to the inch', mm: 25.4 / 96 },
  { name: '90 to the inch', mm: 25.4 / 90 },
  { name: '72 to the inch', mm: 25.4 / 72 },
  { name: 'millimetres', mm: 1 },
  { name: 'inches', mm: 25.4 },
];

type Attributes = Readonly<Record<string, string>>;
/** An element as the parser gives it in order: its children under its name, its attributes beside them. */
type Parsed = Readonly<Record<string, unknown>>;
interface Element {
  readonly tag: string;
  readonly attributes: Attributes;
  readonly children: readonly Parsed[];
}

const ATTRIBUTES = ':@';

function elementOf(parsed: Parsed): Element | null {
  let tag: string | undefined;
  for (const key in parsed)
    if (key !== ATTRIBUTES) {
      tag = key;
      break;
    }
  if (tag === undefined || tag.startsWith('#') || tag.startsWith('?')) return null;
  const children = parsed[tag];
  return {
    // Told without the name space’s prefix: <svg:path> is <path>.
    tag: tag.includes(':') ? tag.slice(tag.indexOf(':') + 1) : tag,
    attributes: (parsed[ATTRIBUTES] ?? {}) as Attributes,
    children: Array.isArray(children) ? (children as readonly Parsed[]) : [],
  };
}

const childElements = (e: Element): readonly Element[] =>
  e.children.map(elementOf).filter((c): c is Element => c !== null);

/** Styles as they were read: a drawing repeats a handful of them thousands of times. */
const MOST_STYLES = 1000;

/** The declarations of style attributes, each text read once. */
function styleReader(): (attributes: Attributes, name: string) => string | undefined {
  const known = new Map<string, ReadonlyMap<string, string>>();
  const read = (text: string): ReadonlyMap<string, string> => {
    const found = new Map(
      text.split(';').flatMap((declaration): [string, string][] => {
        const at = declaration.indexOf(':');
        return at < 0
          ? []
          : [[declaration.slice(0, at).trim().toLowerCase(), declaration.slice(at + 1).trim()]];
      }),
    );
    if (known.size < MOST_STYLES) known.set(text, found);
    return found;
  };
  return (attributes, name) => {
    const { style } = attributes;
    return (style ? (known.get(style) ?? read(style)).get(name) : undefined) ?? attributes[name]?.trim();
  };
}

/** Elements that hold lines for others to use, and draw none themselves. */
const SHELVES = new Set([
  'defs',
  'symbol',
  'clipPath',
  'mask',
  'pattern',
  'marker',
  'linearGradient',
  'radialGradient',
  'filter',
]);
/** Elements that draw nothing. */
const SILENT = new Set([
  'title',
  'desc',
  'metadata',
  'style',
  'script',
  'namedview',
  'view',
  'animate',
  'set',
  'animateTransform',
]);
const HOLDERS = new Set(['g', 'a', 'switch']);
/** Uses within uses at most: drawings have a handful. */
const DEEPEST = 40;

/** A group's own name for its lines, where it carries one. */
const nameOf = ({ tag, attributes }: Element): string | null => {
  if (!HOLDERS.has(tag)) return attributes.id ?? null;
  // Layers carry their words as a label of one name space or another.
  const label = Object.keys(attributes).find((key) => key === 'label' || key.endsWith(':label'));
  return (label === undefined ? undefined : attributes[label]) ?? attributes.id ?? null;
};
const whereOf = ({ tag, attributes }: Element): string =>
  attributes.id ? `<${tag} id="${attributes.id}">` : `<${tag}>`;

interface Frame {
  readonly matrix: Affine;
  readonly width: number;
  readonly height: number;
  readonly name: string;
  readonly depth: number;
}

const chain = (p: readonly Point[], closed: boolean): readonly Subpath[] => {
  const ends = closed ? [...p, p[0]!] : p;
  const pieces = ends
    .slice(1)
    .flatMap((q, i) => (q.x === ends[i]!.x && q.y === ends[i]!.y ? [] : [straightCubic(ends[i]!, q)]));
  return pieces.length ? [{ pieces, closed }] : [];
};

const oval = (cx: number, cy: number, rx: number, ry: number): readonly Subpath[] =>
  rx > 0 && ry > 0
    ? [
        {
          pieces: arcCubics({ centre: { x: cx, y: cy }, rx, ry, turn: 0, from: 0, sweep: 2 * Math.PI }),
          closed: true,
        },
      ]
    : [];

/** The lines of one drawn element in its own units; null when it is no shape. */
function shapeOf(e: Element, { width, height }: Frame): readonly Subpath[] | null {
  const { attributes: a } = e;
  const where = whereOf(e);
  if (e.tag === 'path') return a.d === undefined ? [] : svgSubpaths(a.d, where);
  const get = (name: string, whole: number): number => userLength(a[name], whole, where) ?? 0;
  const points = (): readonly Point[] => {
    const n = svgNumbers(a.points ?? '', where);
    if (n.length % 2 === 1)
      throw new Unreadable(where, 'its points are an odd count of numbers: each needs an x and a y');
    return Array.from({ length: n.length / 2 }, (_, i) => ({ x: n[2 * i]!, y: n[2 * i + 1]! }));
  };
  switch (e.tag) {
    case 'line':
      return chain(
        [
          { x: get('x1', width), y: get('y1', height) },
          { x: get('x2', width), y: get('y2', height) },
        ],
        false,
      );
    case 'polyline': {
      const p = points();
      const isHome = p.length > 2 && p[0]!.x === p.at(-1)!.x && p[0]!.y === p.at(-1)!.y;
      return chain(isHome ? p.slice(0, -1) : p, isHome);
    }
    case 'polygon': {
      const p = points();
      return p.length ? chain(p, true) : [];
    }
    case 'circle': {
      const r = get('r', Math.hypot(width, height) / Math.SQRT2);
      return oval(get('cx', width), get('cy', height), r, r);
    }
    case 'ellipse': {
      const [rx, ry] = [userLength(a.rx, width, where), userLength(a.ry, height, where)];
      return oval(get('cx', width), get('cy', height), rx ?? ry ?? 0, ry ?? rx ?? 0);
    }
    case 'rect': {
      const [x, y, w, h] = [get('x', width), get('y', height), get('width', width), get('height', height)];
      if (!(w > 0 && h > 0)) return [];
      const [ax, ay] = [userLength(a.rx, width, where), userLength(a.ry, height, where)];
      const [rx, ry] = [
        Math.min(w / 2, Math.max(0, ax ?? ay ?? 0)),
        Math.min(h / 2, Math.max(0, ay ?? ax ?? 0)),
      ];
      if (rx === 0 || ry === 0)
        return chain(
          [
            { x, y },
            { x: x + w, y },
            { x: x + w, y: y + h },
            { x, y: y + h },
          ],
          true,
        );
      const corner = (cx: number, cy: number, from: number): readonly Cubic[] =>
        arcCubics({ centre: { x: cx, y: cy }, rx, ry, turn: 0, from, sweep: Math.PI / 2 });
      const arcs = [
        corner(x + w - rx, y + ry, -Math.PI / 2),
        corner(x + w - rx, y + h - ry, 0),
        corner(x + rx, y + h - ry, Math.PI / 2),
        corner(x + rx, y + ry, Math.PI),
      ];
      const pieces = arcs.flatMap((arc, i) => {
        const [from, to] = [arc.at(-1)!.p3, arcs[(i + 1) % 4]![0]!.p0];
        return Math.hypot(to.x - from.x, to.y - from.y) > 1e-9 ? [...arc, straightCubic(from, to)] : arc;
      });
      return [{ pieces, closed: true }];
    }
    default:
      return null;
  }
}

function viewBoxOf(e: Element): { x: number; y: number; width: number; height: number } | null {
  if (e.attributes.viewBox === undefined) return null;
  const n = svgNumbers(e.attributes.viewBox, whereOf(e));
  if (n.length !== 4 || !(n[2]! > 0 && n[3]! > 0))
    throw new Unreadable(
      whereOf(e),
      `its viewBox “${e.attributes.viewBox}” is not four numbers with a width and a height`,
    );
  return { x: n[0]!, y: n[1]!, width: n[2]!, height: n[3]! };
}

/** The elements of a file that carry an id. */
function byId(root: Element): ReadonlyMap<string, Element> {
  const found = new Map<string, Element>();
  const walk = (e: Element): void => {
    const { id } = e.attributes;
    if (id !== undefined && !found.has(id)) found.set(id, e);
    childElements(e).forEach(walk);
  };
  walk(root);
  return found;
}

/** A value that mark-up cannot be hidden in. */
const VALUE = /="[^"<>]*"/g;
/** Values longer than this are taken out before the file is validated. */
const SHORT = 16;

function rootOf(text: string): Element {
  // A parser that mends what is broken would lose lines: a broken file is refused with its place.
  // Its validator takes long over path data, in which no mark-up can be broken: only its line breaks are kept.
  const bones = text.replace(VALUE, (value) =>
    value.length <= SHORT ? value : value.includes('\n') ? `="${value.replace(/[^\n]+/g, '')}"` : '=""',
  );
  const valid = XMLValidator.validate(bones, { allowBooleanAttributes: false });
  if (valid !== true)
    throw new Unreadable(
      `line ${valid.err.line}, column ${valid.err.col}`,
      `the file is no whole XML: ${valid.err.msg} Save it anew where it was made.`,
    );
  const parser = new XMLParser({
    preserveOrder: true,
    ignoreAttributes: false,
    attributeNamePrefix: '',
    processEntities: false,
    parseTagValue: false,
    parseAttributeValue: false,
    trimValues: true,
  });
  const parsed = parser.parse(text) as readonly Parsed[];
  const root = parsed.map(elementOf).find((e) => e !== null);
  if (root?.tag !== 'svg')
    throw new Unreadable(
      root ? whereOf(root) : 'the file',
      'this is no SVG drawing: its first element is not <svg>',
    );
  return root;
}

/** What the root says of sizes: how its units lie on the page, and their true size where it says so. */
function pageOf(root: Element): { readonly frame: Frame; readonly declared: UnitChoice | null } {
  const where = whereOf(root);
  const box = viewBoxOf(root);
  const [w, h] = [svgLength(root.attributes.width, where), svgLength(root.attributes.height, where)];
  const [trueWidth, trueHeight] = [trueMm(w), trueMm(h)];
  const px = 25.4 / 96;
  const start = { depth: 0, name: '' };
  if (!box) {
    const [width, height] = [
      userLength(w?.unit === '%' ? undefined : root.attributes.width, 0, where),
      userLength(h?.unit === '%' ? undefined : root.attributes.height, 0, where),
    ];
    const frame = { ...start, matrix: IDENTITY, width: width ?? 0, height: height ?? 0 };
    // A true width without a view box makes a unit a px by the standard.
    return { frame, declared: trueWidth === null ? null : { name: '96 to the inch', mm: px } };
  }
  const frame = { ...start, matrix: IDENTITY, width: box.width, height: box.height };
  const scales = [
    trueWidth === null ? null : trueWidth / box.width,
    trueHeight === null ? null : trueHeight / box.height,
  ];
  const [sx = null, sy = null] = scales;
  const isStretched =
    sx !== null && sy !== null && root.attributes.preserveAspectRatio?.trim().startsWith('none');
  const known = scales.filter((s): s is number => s !== null);
  if (known.length === 0 || known.some((s) => !(s > 0))) return { frame, declared: null };
  const mm = isStretched ? sx : Math.min(...known);
  const matrix = isStretched ? scaled(1, sy / sx) : IDENTITY;
  return { frame: { ...frame, matrix }, declared: { name: 'as the file says', mm } };
}

/** Elements between two tellings of how far the reader is. */
const TELL_EVERY = 4000;
/** The share of the time that parsing takes; the rest is making curves. */
const PARSED = 0.5;

/**
 * The lines of an SVG drawing: paths, shapes, groups, uses and nested drawings with their transforms, in the
 * root's user units, y up (screen-down is −y). Words, pictures and what is not shown are passed over and counted.
 */
export function readSvg(text: string, told: Told = () => undefined): ReadFile {
  return atTheDoor(() => {
    const root = rootOf(text);
    told(PARSED);
    // Looked through only when something is used: most drawings use nothing.
    let ids: ReadonlyMap<string, Element> | null = null;
    const { pass, list } = passing();
    const styled = styleReader();
    const curves: FoundCurve[] = [];
    let [pieces, seen] = [0, 0];
    const total = Math.max(1, text.split('<').length / 2);
    const draw = (subpaths: readonly Subpath[], frame: Frame, where: string): void => {
      for (const s of subpaths) {
        pieces += s.pieces.length;
        if (pieces > MOST_PIECES)
          throw new Unreadable(
            where,
            `the drawing has over ${MOST_PIECES} pieces of line: bring in the outline alone`,
          );
        const place = (p: Point): Point => {
          const q = apply(frame.matrix, p);
          return { x: q.x, y: -q.y };
        };
        curves.push({ pieces: s.pieces.map((c) => mapCubic(c, place)), closed: s.closed, name: frame.name });
      }
    };
    const viewport = (e: Element, frame: Frame, size: Attributes): Frame => {
      const where = whereOf(e);
      const x = userLength(e.tag === 'svg' ? e.attributes.x : undefined, frame.width, where) ?? 0;
      const y = userLength(e.tag === 'svg' ? e.attributes.y : undefined, frame.height, where) ?? 0;
      const width = userLength(size.width ?? e.attributes.width, frame.width, where) ?? frame.width;
      const height = userLength(size.height ?? e.attributes.height, frame.height, where) ?? frame.height;
      const box = viewBoxOf(e);
      const inner = box
        ? viewBoxTransform(box, { x, y, width, height }, e.attributes.preserveAspectRatio)
        : moved(x, y);
      return {
        ...frame,
        matrix: after(frame.matrix, inner),
        width: box?.width ?? width,
        height: box?.height ?? height,
      };
    };
    const walk = (e: Element, outer: Frame): void => {
      seen += 1;
      if (seen % TELL_EVERY === 0) told(PARSED + (1 - PARSED) * Math.min(1, seen / total));
      if (seen > MOST_PIECES)
        throw new Unreadable(
          whereOf(e),
          `the drawing has over ${MOST_PIECES} elements: bring in the outline alone`,
        );
      const { tag, attributes } = e;
      if (SILENT.has(tag) || SHELVES.has(tag)) return;
      if (styled(attributes, 'display') === 'none') return pass('element', 'the file does not show it');
      const where = whereOf(e);
      const matrix = after(
        outer.matrix,
        svgTransform(styled(attributes, 'transform')?.replace(/(\d)(deg|px)\b/g, '$1'), where),
      );
      const frame = { ...outer, matrix, name: nameOf(e) ?? outer.name };
      if (HOLDERS.has(tag)) {
        const children = childElements(e);
        return (tag === 'switch' ? children.slice(0, 1) : children).forEach((c) => walk(c, frame));
      }
      if (tag === 'svg') {
        const inner = viewport(e, frame, {});
        return childElements(e).forEach((c) => walk(c, inner));
      }
      if (tag === 'use') return useOf(e, frame);
      if (styled(attributes, 'visibility') === 'hidden') return pass('element', 'the file does not show it');
      const shape = shapeOf(e, frame);
      if (shape) return draw(shape, frame, where);
      if (tag === 'text') return pass('text', 'words are no line: turn them into paths where they were made');
      if (tag === 'image')
        return pass('picture', 'a picture has no line: bring it in as an underlay and trace it');
      pass(`<${tag}>`, 'it draws no line that Pelkin reads');
    };
    const useOf = (e: Element, outer: Frame): void => {
      const where = whereOf(e);
      const href = e.attributes.href ?? e.attributes['xlink:href'] ?? '';
      if (!href.startsWith('#')) return pass('use', 'it points outside the file');
      ids ??= byId(root);
      const target = ids.get(href.slice(1));
      if (!target) return pass('use', `it points at “${href}”, which the file does not hold`);
      if (outer.depth >= DEEPEST)
        throw new Unreadable(
          where,
          `its use of “${href}” leads back to itself: mend it where the file was made`,
        );
      const x = userLength(e.attributes.x, outer.width, where) ?? 0;
      const y = userLength(e.attributes.y, outer.height, where) ?? 0;
      const frame = { ...outer, matrix: after(outer.matrix, moved(x, y)), depth: outer.depth + 1 };
      if (target.tag !== 'symbol') return walk(target, frame);
      const { width, height } = e.attributes;
      const inner = viewport(target, frame, { ...(width ? { width } : {}), ...(height ? { height } : {}) });
      childElements(target).forEach((c) => walk(c, inner));
    };
    const { frame, declared } = pageOf(root);
    childElements(root).forEach((c) => walk(c, frame));
    told(1);
    return { kind: 'svg', curves, declared, choices: SVG_UNITS, passedOver: list() };
  });
}
