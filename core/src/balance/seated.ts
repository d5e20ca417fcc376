import type { Design, Player } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import type { NeckFittings } from '../neck/fittings.ts';
import { headFrame, placed, shaftFrame, within } from '../neck/frames.ts';
import type { NeckPlan, NeckSource } from '../neck/planNeck.ts';
import type { OutlineMeasures } from '../outline/measures.ts';
import { centreScale } from '../strings/frets.ts';
import { handAt } from './hangingState.ts';
import type { Weight } from './masses.ts';
import type { Sitting } from './sitting.ts';
import { sit } from './sitting.ts';
import { thighContact } from './thighContact.ts';

/** The two common holds: on the thigh of the picking side, or on that of the neck side, often with a foot on a stool. */
export const HOLDS = ['picking', 'neck'] as const;
export type LapHold = (typeof HOLDS)[number];

/** The neck above the level in each hold, degrees, where nothing else is said: nearly level, and lifted. */
export const HOLD_ANGLES: Readonly<Record<LapHold, number>> = { picking: 10, neck: 35 };

/** An instrument on a lap. */
export type OnLap =
  | (Sitting & {
      readonly kind: 'level';
      /** Where it rests on the thigh, body plane: the level place of the waist at this angle. */
      readonly contact: Point;
      /** Where it is pressed down so that it does not tip: by the forearm, or by the hand on the neck; null where it rests by itself. */
      readonly pressAt: Point | null;
    })
  /** No place of the waist is level at this angle: it slides unless friction or a hand holds it. `contact`: the waist, where it is drawn. */
  | { readonly kind: 'slides'; readonly contact: Point };

/** Where the forearm lies on the body’s edge: the lower bout of the bass side. */
export const forearmAt = ({ bass }: Pick<OutlineMeasures, 'bass'>): Point | null => bass.lowerBout;

/** How an instrument sits at an angle (rad; formulas section 7); null for an outline without a waist to rest on. */
export function onLap(
  weight: Weight,
  measures: OutlineMeasures,
  { thigh }: Pick<Player, 'thigh'>,
  strings: Design['strings'],
  angle: number,
): OnLap | null {
  const { waist } = measures.treble;
  if (!waist) return null;
  const contact = thighContact(measures.trebleHollow, angle);
  if (!contact) return { kind: 'slides', contact: waist };
  const on = { contact, centre: weight.centre, massG: weight.total.likely, angle, half: thigh / 2 };
  const hand = handAt(strings);
  const forearm = forearmAt(measures) ?? { x: measures.box.minX, y: 0 };
  const { tips } = sit(on, forearm);
  const pressAt = tips === 'neck down' ? forearm : tips === 'tail down' ? hand : null;
  return { kind: 'level', ...sit(on, pressAt ?? forearm), contact, pressAt };
}

/** How it is put down: hung by its headstock, stood on its tail, laid on its back. */
export interface PutDown {
  /** rad: how far its centre line hangs from the plumb, over 0 with the tail to the bass side, and from the wall, over 0 with the tail away from it. */
  readonly hung: { readonly aside: number; readonly back: number };
  /** mm: the balance point beside the centre line of a stand that holds it at the tail and the neck; over 0 to the bass side. */
  readonly stood: number;
  /** How much of the headstock or a tuner lies below the body’s back, mm: over 0 it rocks onto that; and how far the balance point lies within the body’s back, from its nut’s end. */
  readonly onBack: { readonly below: number; readonly inside: number };
}

/** How an instrument rests where nobody holds it. */
export function putDown(
  weight: Weight,
  source: NeckSource & Pick<Design, 'body'>,
  plan: NeckPlan,
  { fittings }: NeckFittings,
  measures: OutlineMeasures,
): PutDown {
  const frame = shaftFrame(source, plan);
  const head = within(frame, headFrame(plan));
  const nut = placed(frame, { x: 0, y: 0, z: 0 });
  const { centre } = weight;
  const far = centreScale(source.strings) - centre.x;
  const { length, width } = plan.headstock;
  const corners = [0, length].map((x) => placed(head, { x, y: width / 2, z: -source.headstock.thickness }).z);
  const tuners = fittings
    .filter((f) => f.what === 'tuner')
    .flatMap((f) => f.plan.map((p) => placed(f.frame, { ...p, z: f.low }).z));
  const lowest = Math.min(...corners, ...tuners);
  return {
    hung: { aside: Math.atan2(-centre.y, far), back: Math.atan2(centre.z - nut.z, far) },
    stood: centre.y,
    onBack: { below: -source.body.thickness - lowest, inside: measures.box.maxX - centre.x },
  };
}
