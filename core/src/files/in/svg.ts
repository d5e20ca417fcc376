import type { SaidCut } from '../../geometry/chains.ts';
import { asideIn } from '../saidBy.ts';
import { mapCubic } from '../../geometry/cubic.ts';
import type { Point } from '../../geometry/point.ts';
import type { Affine } from './affine.ts';
import { IDENTITY, after, apply, moved, scaled } from './affine.ts';
import type { FoundCurve, ReadFile, Told, UnitChoice } from './found.ts';
import {
  DEEPEST_GROUP,
  MOST_PIECES,
  MOST_WALKED,
  countedElements,
  Unreadable,
  atTheDoor,
  isPlaced,
  passing,
  startClock,
} from './found.ts';
import type { Attributes, Element } from './svgElement.ts';
import { byId, childElements, rootOf, textIn, viewBoxOf, whereOf } from './svgElement.ts';
import { svgLength, trueMm, userLength } from './svgLengths.ts';
import type { Subpath } from './svgPath.ts';
import { shapeOf } from './svgShapes.ts';
import type { Declarations, Styled } from './svgStyles.ts';
import { declarationsOf, propertyOf, rulesOf, styledOf } from './svgStyles.ts';
import { svgTransform, viewBoxTransform } from './svgTransform.ts';

/** The sizes that a user unit stands for in the files people have. */
export const SVG_UNITS: readonly UnitChoice[] = [
  { name: '96 to the inch', mm: 25.4 / 96 },
  { name: '90 to the inch', mm: 25.4 / 90 },
  { name: '72 to the inch', mm: 25.4 / 72 },
  { name: 'millimetres', mm: 1 },
  { name: 'inches', mm: 25.4 },
];

/** Styles as they were read: a drawing repeats a handful of them thousands of times. */
const MOST_STYLES = 1000;

/** The declarations of style attributes, each text read once. */
function inlineReader(): (attributes: Attributes) => Declarations | null {
  const known = new Map<string, Declarations>();
  return ({ style }) => {
    if (!style) return null;
    const found = known.get(style) ?? declarationsOf(style);
    if (known.size < MOST_STYLES) known.set(style, found);
    return found;
  };
}

/** The texts of a drawing's style sheets. */
function sheetsOf(root: Element): readonly string[] {
  const sheets: string[] = [];
  const waiting: Element[] = [root];
  for (let e = waiting.pop(); e; e = waiting.pop()) {
    if (e.tag === 'style') sheets.push(textIn(e));
    else waiting.push(...[...childElements(e)].reverse());
  }
  return sheets;
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
/** What is shown otherwise than its line runs: the line is brought in whole. */
const NOT_HONOURED: readonly (readonly [string, string])[] = [
  ['clip-path', 'it is cut off by a clip path, which is not followed: the whole line is brought in'],
  ['mask', 'it is covered by a mask, which is not followed: the whole line is brought in'],
];
/** Uses within uses at most: drawings have a handful. */
const DEEPEST = 40;

const SIGNS: Readonly<Record<string, string>> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" };

/** Words of an attribute with the signs that XML stands for read; entities that a file makes up are left as they are. */
const plainWords = (words: string): string =>
  words.replace(/&(?:(amp|lt|gt|quot|apos)|#(\d{1,7})|#x([\da-f]{1,6}));/gi, (whole, sign, digits, hex) => {
    if (sign) return SIGNS[String(sign).toLowerCase()] ?? whole;
    const code = digits ? Number(digits) : parseInt(String(hex), 16);
    return code > 31 && code <= 0x10ffff ? String.fromCodePoint(code) : whole;
  });

/** A line's or group's own name, where it carries one: words before the id that a program gives. */
const nameOf = ({ tag, attributes }: Element): string | null => {
  const own = attributes['data-name'];
  // Layers carry their words as a label of one name space or another.
  const label = HOLDERS.has(tag)
    ? Object.keys(attributes).find((key) => key === 'label' || key.endsWith(':label'))
    : undefined;
  const words = own || (label === undefined ? undefined : attributes[label]) || attributes.id;
  return words === undefined ? null : plainWords(words);
};

/** Reads face and depth of a cut from an element's data attributes; null without them. */
function saidIn({ attributes }: Element): SaidCut | null {
  const face = attributes['data-face'];
  const depth = attributes['data-depth'];
  if ((face !== 'front' && face !== 'back') || depth === undefined) return null;
  const deep = Number(depth);
  return {
    face,
    depth: Number.isFinite(deep) && deep > 0 ? deep : 0,
    through: depth === 'through',
    aside: asideIn(attributes['data-aside']),
  };
}

interface Frame {
  readonly matrix: Affine;
  readonly width: number;
  readonly height: number;
  readonly name: string;
  readonly layer: string;
  readonly dashed: boolean;
  /** Uses, and groups, that lead here. */
  readonly depth: number;
  readonly level: number;
  /** What style rules see of it, and what holds for all within: whether it is shown. */
  readonly styled: Styled | null;
  readonly hidden: boolean;
}

/** What the root says of sizes: how its units lie on the page, and their true size where it says so. */
function pageOf(root: Element): { readonly frame: Frame; readonly declared: UnitChoice | null } {
  const where = whereOf(root);
  const box = viewBoxOf(root);
  const [w, h] = [svgLength(root.attributes.width, where), svgLength(root.attributes.height, where)];
  const [trueWidth, trueHeight] = [trueMm(w), trueMm(h)];
  const px = 25.4 / 96;
  const start = { depth: 0, level: 0, name: '', layer: '', dashed: false, styled: null, hidden: false };
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
  const aspect = root.attributes.preserveAspectRatio?.trim() ?? '';
  const isStretched = sx !== null && sy !== null && /^(defer\s+)?none/.test(aspect);
  const known = scales.filter((s): s is number => s !== null);
  if (known.length === 0 || known.some((s) => !(s > 0))) return { frame, declared: null };
  // Shown whole by the smaller scale; with “slice” the page is filled, by the larger.
  const mm = isStretched ? sx : /\bslice\b/.test(aspect) ? Math.max(...known) : Math.min(...known);
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
    countedElements(text, /<[a-zA-Z]/g);
    const root = rootOf(text);
    told(PARSED);
    // Looked through only when something is used: most drawings use nothing.
    let ids: ReadonlyMap<string, Element> | null = null;
    const look = startClock('to read it');
    const { pass, list } = passing();
    const cautions = passing();
    const inline = inlineReader();
    const rules = rulesOf(sheetsOf(root));
    const propertyIn = (e: Element, as: Styled, name: string): string | undefined =>
      propertyOf(name, as, e.attributes, inline(e.attributes), rules);
    const curves: FoundCurve[] = [];
    let [pieces, seen] = [0, 0];
    const total = Math.max(1, text.split('<').length / 2);
    const draw = (subpaths: readonly Subpath[], frame: Frame, where: string, cut: SaidCut | null): void => {
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
        const placed = s.pieces.map((c) => mapCubic(c, place));
        if (!placed.every(isPlaced))
          throw new Unreadable(
            where,
            'it lies ten million units away or further: a number or a transform is wrong',
          );
        curves.push({
          pieces: placed,
          closed: s.closed,
          name: frame.name,
          layer: frame.layer,
          ...(frame.dashed ? { dashed: true } : {}),
          ...(cut ? { cut } : {}),
        });
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
      look();
      if (outer.level > DEEPEST_GROUP)
        throw new Unreadable(
          whereOf(e),
          `its groups lie over ${DEEPEST_GROUP} deep in one another: ungroup them where the file was made`,
        );
      if (seen % TELL_EVERY === 0) told(PARSED + (1 - PARSED) * Math.min(1, seen / total));
      if (seen > MOST_WALKED)
        throw new Unreadable(
          whereOf(e),
          `the drawing has over ${MOST_WALKED} elements: bring in the outline alone`,
        );
      const { tag } = e;
      if (SILENT.has(tag) || SHELVES.has(tag)) return;
      const styled = styledOf(e, outer.styled);
      if (propertyIn(e, styled, 'display') === 'none') return pass('element', 'the file does not show it');
      for (const [name, words] of NOT_HONOURED) {
        const said = propertyIn(e, styled, name);
        if (said !== undefined && said !== 'none' && said !== '') cautions.pass(`<${tag}>`, words);
      }
      const where = whereOf(e);
      const matrix = after(
        outer.matrix,
        svgTransform(propertyIn(e, styled, 'transform')?.replace(/(\d)(deg|px)\b/g, '$1'), where),
      );
      // Whether it is shown is handed on to what it holds, which may say otherwise.
      const visibility = propertyIn(e, styled, 'visibility');
      const hidden =
        visibility === undefined || visibility === 'inherit'
          ? outer.hidden
          : visibility === 'hidden' || visibility === 'collapse';
      const name = nameOf(e) ?? outer.name;
      const dashes = propertyIn(e, styled, 'stroke-dasharray');
      const frame = {
        ...outer,
        matrix,
        name,
        layer: HOLDERS.has(tag) ? name : outer.layer,
        dashed: dashes === undefined || dashes === 'inherit' ? outer.dashed : /[1-9]/.test(dashes),
        styled,
        hidden,
        level: outer.level + 1,
      };
      if (HOLDERS.has(tag)) {
        const children = childElements(e);
        return (tag === 'switch' ? children.slice(0, 1) : children).forEach((c) => walk(c, frame));
      }
      if (tag === 'svg') {
        const inner = viewport(e, frame, {});
        return childElements(e).forEach((c) => walk(c, inner));
      }
      if (tag === 'use') return useOf(e, frame);
      if (hidden) return pass('element', 'the file does not show it');
      const shape = shapeOf(e, frame);
      if (shape) return draw(shape, frame, where, saidIn(e));
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
    return {
      kind: 'svg',
      curves,
      declared,
      choices: SVG_UNITS,
      passedOver: list(),
      cautions: cautions.list(),
    };
  });
}
