import type { Design } from '../design/schema.ts';
import { remember } from '../geometry/remember.ts';
import { deepest } from '../solid/depths.ts';
import type { BodySolid, Carved } from './bodySolid.ts';
import { walkAlong } from './stretches.ts';

/** A strip of binding as it fills its channel: from the edge inward it is strip `strip`, from 0. Volume mm³, centre mm. */
export interface ChannelFill {
  readonly face: 'front' | 'back';
  readonly strip: number;
  readonly volume: number;
  readonly centre: { readonly x: number; readonly y: number; readonly z: number };
}

/** A strip is looked at in pieces so long along the edge, mm, and in so many parts across. */
const ALONG = 3;
const ACROSS = 4;

/** The removals that a strip is flush with: the edge’s own profile, carves and arches. */
const SHAPES: ReadonlySet<Carved['by']['kind']> = new Set(['edge', 'contour', 'arch']);

/** What is filled into the channels along a face’s edge: each strip from its own depth up to the shaped face. */
function fillsOf(
  { solid: { region, thickness }, axes, ...body }: Pick<BodySolid, 'solid' | 'axes' | 'front' | 'back'>,
  face: 'front' | 'back',
  strips: Design['body']['edges']['front']['binding'],
): readonly ChannelFill[] {
  if (strips.length === 0) return [];
  const carved = body[face];
  const shaped = deepest(
    region,
    carved.filter(({ by }) => SHAPES.has(by.kind)).map((c) => c.removal),
    axes,
  );
  const walk = walkAlong(region.outer);
  let inner = 0;
  return strips.map(({ width, depth }, strip) => {
    const outer = inner;
    inner += width;
    const sum = { volume: 0, x: 0, y: 0, z: 0 };
    for (const { by, removal } of carved) {
      if (by.kind !== 'binding' || by.strip !== strip || removal.kind !== 'edge rabbet') continue;
      const [from, to] = removal.stretch ? removal.stretch.map(walk.to) : [0, walk.length];
      const long = to! > from! ? to! - from! : to! - from! + walk.length;
      const pieces = Math.max(1, Math.ceil(long / ALONG));
      for (let k = 0; k < ACROSS; k += 1) {
        const inward = outer + ((k + 0.5) * width) / ACROSS;
        // The line so far inside the edge: its own length is what the strip has there.
        let last = walk.outside(from!, -inward);
        for (let i = 1; i <= pieces; i += 1) {
          const next = walk.outside(from! + (long * i) / pieces, -inward);
          const at = { x: (last.x + next.x) / 2, y: (last.y + next.y) / 2 };
          const above = shaped(at.x, at.y);
          const high = Math.max(0, depth - above);
          const volume = (high * width * Math.hypot(next.x - last.x, next.y - last.y)) / ACROSS;
          const deep = above + high / 2;
          sum.volume += volume;
          sum.x += volume * at.x;
          sum.y += volume * at.y;
          sum.z += volume * (face === 'front' ? -deep : deep - thickness);
          last = next;
        }
      }
    }
    const { volume } = sum;
    const mean = (v: number): number => (volume > 0 ? v / volume : 0);
    return { face, strip, volume, centre: { x: mean(sum.x), y: mean(sum.y), z: mean(sum.z) } };
  });
}

/** A way to find what fills a body’s channels that remembers it while nothing that shapes the edge changes: openings do not. */
export function createChannelFills(): (
  body: BodySolid,
  edges: Design['body']['edges'],
) => readonly ChannelFill[] {
  const ofFace = (face: 'front' | 'back') => {
    let last: { readonly key: readonly unknown[]; readonly fills: readonly ChannelFill[] } | null = null;
    return (body: BodySolid, strips: Design['body']['edges']['front']['binding']) => {
      const shaping = body[face].filter(({ by }) => by.kind === 'binding' || SHAPES.has(by.kind));
      const key = [body.solid.region, body.solid.thickness, strips, ...shaping.map((c) => c.removal)];
      const same = last?.key.length === key.length && key.every((k, i) => k === last!.key[i]);
      if (!same || !last) last = { key, fills: fillsOf(body, face, strips) };
      return last.fills;
    };
  };
  const [front, back] = [ofFace('front'), ofFace('back')];
  const both = remember((a: readonly ChannelFill[], b: readonly ChannelFill[]) => [...a, ...b]);
  return (body, edges) => both(front(body, edges.front.binding), back(body, edges.back.binding));
}
