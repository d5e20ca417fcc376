import type { Affine } from './affine.ts';
import { IDENTITY, after, moved, scaled, turned } from './affine.ts';
import { Unreadable } from './found.ts';
import { svgNumbers } from './svgLengths.ts';

const rad = (deg: number): number => (deg * Math.PI) / 180;

/** How many numbers each transform takes. */
const COUNTS: Readonly<Record<string, readonly number[]>> = {
  matrix: [6],
  translate: [1, 2],
  scale: [1, 2],
  rotate: [1, 3],
  skewX: [1],
  skewY: [1],
};

function one(name: string, n: readonly number[]): Affine {
  switch (name) {
    case 'matrix':
      return { a: n[0]!, b: n[1]!, c: n[2]!, d: n[3]!, e: n[4]!, f: n[5]! };
    case 'translate':
      return moved(n[0]!, n[1] ?? 0);
    case 'scale':
      return scaled(n[0]!, n[1] ?? n[0]!);
    case 'rotate':
      return n.length === 3
        ? after(moved(n[1]!, n[2]!), after(turned(rad(n[0]!)), moved(-n[1]!, -n[2]!)))
        : turned(rad(n[0]!));
    case 'skewX':
      return { ...IDENTITY, c: Math.tan(rad(n[0]!)) };
    default:
      return { ...IDENTITY, b: Math.tan(rad(n[0]!)) };
  }
}

/** A transform attribute: its list applied from the right, as SVG has it. */
export function svgTransform(text: string | undefined, where: string): Affine {
  if (text === undefined || text.trim() === '' || text.trim() === 'none') return IDENTITY;
  const rest = text.replace(/([A-Za-z]+)\s*\(([^()]*)\)/g, '').replace(/[\s,]/g, '');
  if (rest !== '')
    throw new Unreadable(
      where,
      `the transform “${text.slice(0, 60)}” cannot be read: mend it in the program the file was made with`,
    );
  let m = IDENTITY;
  for (const [, name, inner] of text.matchAll(/([A-Za-z]+)\s*\(([^()]*)\)/g)) {
    const numbers = svgNumbers(inner!, where);
    if (!COUNTS[name!]?.includes(numbers.length))
      throw new Unreadable(
        where,
        `the transform “${name}(${inner!.trim()})” is not one of SVG’s: mend it in the program the file was made with`,
      );
    m = after(m, one(name!, numbers));
  }
  return m;
}

interface Frame {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** From a view box's units to the frame it is shown in (SVG 2, section 8.2). */
export function viewBoxTransform(viewBox: Frame, frame: Frame, aspect: string | undefined): Affine {
  const [sx, sy] = [frame.width / viewBox.width, frame.height / viewBox.height];
  const [align = 'xMidYMid', fit = 'meet'] = (aspect ?? '')
    .replace(/^defer\s+/, '')
    .trim()
    .split(/\s+/)
    .filter(Boolean);
  if (align === 'none')
    return { a: sx, b: 0, c: 0, d: sy, e: frame.x - viewBox.x * sx, f: frame.y - viewBox.y * sy };
  const s = fit === 'slice' ? Math.max(sx, sy) : Math.min(sx, sy);
  const share = (word: string): number => (word.includes('Min') ? 0 : word.includes('Max') ? 1 : 0.5);
  const [kx, ky] = [share(align.slice(0, 4)), share(align.slice(4))];
  return {
    a: s,
    b: 0,
    c: 0,
    d: s,
    e: frame.x - viewBox.x * s + (frame.width - viewBox.width * s) * kx,
    f: frame.y - viewBox.y * s + (frame.height - viewBox.height * s) * ky,
  };
}
