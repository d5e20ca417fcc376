import type { Design, Neck } from '../design/schema.ts';
import { remember } from '../geometry/remember.ts';
import type { Cut } from '../layout/cut.ts';
import type { Layout } from '../layout/layOut.ts';
import type { NeckSolid } from '../neck/neckSolid.ts';
import type { BodySolid } from '../shape/bodySolid.ts';
import type { ChannelFill } from '../shape/channelFill.ts';
import { createChannelFills } from '../shape/channelFill.ts';
import type { CoarseFields } from '../shape/coarse.ts';
import { COARSE_STEP } from '../shape/shaped.ts';
import type { Fields } from '../solid/field.ts';
import { createSampler } from '../solid/field.ts';
import type { Mass } from '../solid/mass.ts';
import { massOf } from '../solid/mass.ts';
import type { Taken } from './bored.ts';
import { boredFrom, holesWithin } from './bored.ts';

/** The wood of a body by what it is made of: what is the body’s own wood, a glued-on front, and the neck’s wood that runs through it. */
export interface BodyWood {
  readonly body: Mass;
  readonly front: Mass | null;
  readonly through: Mass | null;
  /** What fills the channels along its edge. */
  readonly fills: readonly ChannelFill[];
}

/** The wood of a neck, its two solids each in its own frame. */
export interface NeckWood {
  readonly shaft: Mass;
  readonly head: Mass;
}

/** What of two is not in the second, which lies within the first. */
export function without(all: Mass, part: Taken): Mass {
  const volume = all.volume - part.volume;
  const of = (key: 'x' | 'y' | 'z'): number =>
    volume > 0 ? (all.centre[key] * all.volume - part.centre[key] * part.volume) / volume : all.centre[key];
  return { volume, centre: { x: of('x'), y: of('y'), z: of('z') } };
}

/** The same grid, of which only a strip along the centre line counts. */
function strip(fields: Fields, half: number): Fields {
  const { y0, step, columns, rows } = fields;
  const share = new Float32Array(fields.share);
  for (let r = 0; r < rows; r += 1) {
    const y = y0 + r * step;
    const inside = Math.min(half, y + step / 2) - Math.max(-half, y - step / 2);
    const part = Math.min(1, Math.max(0, inside / step));
    if (part < 1) for (let i = r * columns; i < (r + 1) * columns; i += 1) share[i]! *= part;
  }
  return { ...fields, share };
}

/**
 * Volumes and middles of an instrument’s wood, on the coarse grid: within 0.02 % of the fine one on the demo’s bodies, which is less than the scale of a
 * kitchen tells, and quick enough to follow a hand. Remembers what its last few solids gave.
 */
export function createWoodMasses(coarseOf: (body: BodySolid) => CoarseFields) {
  const heads = createSampler();
  const shafts = createSampler();
  const ofBody = remember(
    (body: BodySolid, cuts: readonly Cut[], core: number | null): Omit<BodyWood, 'fills'> => {
      const through = (fields: Fields): Mass | null =>
        core === null ? null : massOf(strip(fields, core / 2));
      // Of a body in two pieces the outside is not sampled: it is named only where there are none.
      const fields = coarseOf(body);
      const { pieces } = fields;
      const own = pieces ? pieces.core : fields.outside;
      const [all, inside] = [massOf(own), through(own)];
      // Of a front that is glued on, what lies over the glue line is cut from it.
      const glueLine = body.glued ? -body.glued.whole.at : 0;
      const bored = boredFrom(
        holesWithin(cuts),
        { body: own, through: own, ...(pieces ? { front: pieces.front } : {}) },
        ({ y, z }) =>
          core !== null && Math.abs(y) <= core / 2 ? 'through' : pieces && z > glueLine ? 'front' : 'body',
      );
      const less = (wood: Mass, key: 'body' | 'front' | 'through'): Mass => {
        const taken = bored.get(key);
        return taken ? without(wood, taken) : wood;
      };
      return {
        body: less(inside ? without(all, inside) : all, 'body'),
        front: pieces && less(massOf(pieces.front), 'front'),
        through: inside && less(inside, 'through'),
      };
    },
  );
  const fillsOf = createChannelFills();
  const withFills = remember((wood: Omit<BodyWood, 'fills'>, fills: BodyWood['fills']): BodyWood => ({
    ...wood,
    fills,
  }));
  const ofShaft = remember((solid: NeckSolid['shaft']) => massOf(shafts.fields(solid, COARSE_STEP)));
  const ofHead = remember((solid: NeckSolid['head']) => massOf(heads.fields(solid, COARSE_STEP)));
  const ofNeck = remember(({ shaft, head }: NeckSolid): NeckWood => ({
    shaft: ofShaft(shaft),
    head: ofHead(head),
  }));
  return {
    body: (
      body: BodySolid,
      edges: Design['body']['edges'],
      { cuts }: Pick<Layout, 'cuts'>,
      { joint, core }: Neck,
    ): BodyWood => withFills(ofBody(body, cuts, joint === 'through' ? core : null), fillsOf(body, edges)),
    neck: ofNeck,
  };
}
