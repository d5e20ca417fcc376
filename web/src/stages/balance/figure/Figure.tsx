import type { Arm, Body, Derived, Design, Point } from '@pelkin/core';
import { handAt } from '@pelkin/core';
import { memo } from 'react';
import { dataOf } from '../../../board/pathDataOf.ts';
import type { ToPicture } from './shapes.ts';
import { limb, smooth } from './shapes.ts';

const NONE: readonly string[] = [];

/** A silhouette of several shapes: outlined together, so that no line runs where they meet. */
export const Silhouette = memo(function Silhouette({
  shapes,
  also = NONE,
  name,
}: {
  shapes: readonly string[];
  /** Shapes of another silhouette that this one runs into: filled again, without an edge. */
  also?: readonly string[];
  name: string;
}) {
  return (
    <g data-part={name}>
      {shapes.map((d, i) => (
        <path key={i} d={d} className="figure-edge" />
      ))}
      {[...shapes, ...also].map((d, i) => (
        <path key={i} d={d} className="figure-fill" />
      ))}
    </g>
  );
});

const mirrored = (side: readonly Point[]): readonly Point[] => [
  ...side,
  ...[...side].reverse().map(({ x, y }) => ({ x: -x, y })),
];

/** Head, neck and trunk from the shoulders to the hips. */
function trunk(body: Body, to: ToPicture): readonly string[] {
  const { head, neckHalf, shoulderY, neckShoulder, chestHalf, waist, hip } = body;
  const out = neckShoulder.x + 40;
  const side: readonly Point[] = [
    { x: neckHalf * 0.8, y: head.at.y },
    { x: neckHalf, y: head.at.y - head.tall * 0.42 },
    { x: neckHalf, y: shoulderY + 78 },
    { x: neckHalf * 1.5, y: shoulderY + 50 },
    { x: neckShoulder.x * 0.9, y: shoulderY + 31 },
    { x: out - 6, y: shoulderY + 4 },
    { x: out - 4, y: shoulderY - 60 },
    { x: chestHalf + 6, y: shoulderY - 150 },
    { x: waist.half, y: waist.y },
    { x: hip.half, y: hip.y - 10 },
  ];
  const { at, across, tall } = head;
  const skull: readonly Point[] = [
    { x: 0, y: at.y + tall / 2 },
    { x: across * 0.36, y: at.y + tall * 0.4 },
    { x: across * 0.5, y: at.y + tall * 0.08 },
    { x: across * 0.44, y: at.y - tall * 0.22 },
    { x: across * 0.2, y: at.y - tall * 0.48 },
  ];
  const face = [
    ...skull,
    ...skull
      .slice(1)
      .reverse()
      .map(({ x, y }) => ({ x: -x, y })),
  ];
  return [smooth(face.map(to)), smooth(mirrored(side).map(to), 1 / 7)];
}

/** Legs of somebody who stands, down to the floor. */
function standingLegs({ hip, kneeY }: Body, to: ToPicture): readonly string[] {
  const leg = (sign: number): string => {
    const [a, b, c] = [
      { x: sign * hip.half * 0.47, y: hip.y - 20 },
      { x: sign * hip.half * 0.5, y: kneeY },
      { x: sign * hip.half * 0.52, y: 55 },
    ];
    const [h, k, f] = [hip.half * 0.49, hip.half * 0.31, hip.half * 0.2];
    return (
      limb(to(a), to(b), h, k) +
      limb(to(b), to(c), k, f) +
      limb(to(c), to({ x: c.x + sign * 26, y: 24 }), f, 24)
    );
  };
  return [leg(1), leg(-1)];
}

/** Legs of somebody who sits with the thighs to the onlooker; a foot on a stool lifts its knee. */
export interface Seated {
  /** Where each thigh is seen, picking side and neck side: its round end, mm. */
  readonly knees: readonly [Point, Point];
  readonly thigh: number;
  /** The foot stool’s height under the neck-side foot; 0 without. */
  readonly stool: number;
}

function seatedLegs({ hip }: Body, { knees, thigh, stool }: Seated, to: ToPicture): readonly string[] {
  return knees.flatMap((knee, i) => {
    const floor = i === 1 ? stool : 0;
    const foot = { x: knee.x * 1.02, y: floor + 45 };
    return [
      limb(to({ x: Math.sign(knee.x) * hip.half * 0.5, y: hip.y - 10 }), to(knee), hip.half * 0.5, thigh / 2),
      limb(to({ x: knee.x, y: knee.y - thigh * 0.18 }), to(foot), thigh * 0.42, thigh * 0.27),
      limb(to(foot), to({ x: foot.x + Math.sign(knee.x) * 18, y: floor + 22 }), thigh * 0.27, 22),
    ];
  });
}

export function Person(props: {
  body: Body;
  seated?: Seated;
  /** Arms that lie behind the instrument: one outline with the trunk. */
  arms: readonly string[];
  to: ToPicture;
}) {
  const { body, seated, arms, to } = props;
  return (
    <Silhouette
      name="player"
      shapes={[
        ...trunk(body, to),
        ...arms,
        ...(seated ? seatedLegs(body, seated, to) : standingLegs(body, to)),
      ]}
    />
  );
}

/** An arm with the palm of its hand, from the shoulder on. */
export interface ArmShapes {
  readonly upper: string;
  readonly lower: readonly string[];
}
/** An arm as it is drawn; `towards` is where its fingers point. */
export function armShapes(
  { shoulder, elbow, wrist }: Arm,
  [u, e, w]: Body['arm'],
  hand: number,
  towards: Point,
  to: ToPicture,
): ArmShapes {
  const long = Math.hypot(towards.x - wrist.x, towards.y - wrist.y) || 1;
  const palm = {
    x: wrist.x + ((towards.x - wrist.x) / long) * hand * 0.42,
    y: wrist.y + ((towards.y - wrist.y) / long) * hand * 0.42,
  };
  return {
    upper: limb(to(shoulder), to(elbow), u, e),
    lower: [limb(to(elbow), to(wrist), e, w), limb(to(wrist), to(palm), w, hand * 0.19)],
  };
}

/** Fingers from the palm of a picking hand. */
export function pickingFingers(wrist: Point, towards: Point, hand: number, to: ToPicture): readonly string[] {
  const long = Math.hypot(towards.x - wrist.x, towards.y - wrist.y) || 1;
  const [ux, uy] = [(towards.x - wrist.x) / long, (towards.y - wrist.y) / long];
  const at = (along: number, aside: number): Point => ({
    x: wrist.x + ux * along - uy * aside,
    y: wrist.y + uy * along + ux * aside,
  });
  const fingers = [-0.13, -0.045, 0.045, 0.125].map((aside, i) =>
    limb(
      to(at(hand * 0.44, hand * aside)),
      to(at(hand * [0.74, 0.8, 0.78, 0.66][i]!, hand * aside * 0.7)),
      hand * 0.056,
      hand * 0.045,
    ),
  );
  return [
    ...fingers,
    limb(to(at(hand * 0.22, hand * 0.13)), to(at(hand * 0.52, hand * 0.24)), hand * 0.06, hand * 0.05),
  ];
}

/** Fingertips of the hand that frets, over the board from its treble edge. */
export function frettingFingers(
  design: Design,
  place: (p: Point) => Point,
  hand: number,
  to: ToPicture,
): readonly string[] {
  const { x } = handAt(design.strings);
  const half = design.strings.nutWidth / 2 + 4;
  return [-1.5, -0.5, 0.5, 1.5].map((i) =>
    limb(
      to(place({ x: x + i * hand * 0.115, y: -half - 8 })),
      to(place({ x: x + i * hand * 0.105 + 4, y: -half * 0.25 + Math.abs(i) * -5 })),
      hand * 0.056,
      hand * 0.044,
    ),
  );
}

/** The instrument itself, in the body plane: its matrix lays it on the picture. */
export const Instrument = memo(function Instrument({
  derived,
  matrix,
}: {
  derived: Derived;
  matrix: string;
}) {
  const paths = (layers: Derived['drawing']['layers'], keep: (ink: string) => boolean) =>
    layers.flatMap((l) => l.marks.flatMap((m) => (m.kind === 'path' && keep(m.ink) ? [m] : [])));
  const { drawing, neckDrawing } = derived;
  const of = (name: string) => drawing.layers.filter((l) => l.name === name);
  const head = neckDrawing.layers.filter((l) => l.name === 'headstock');
  const tuners = neckDrawing.layers.filter((l) => l.name === 'tuners');
  return (
    <g transform={matrix} className="figure-instrument">
      {paths(tuners, (ink) => ink === 'partBack').map((m) => (
        <path key={m.id} d={dataOf(m)} className="metal" />
      ))}
      {paths(head, () => true).map((m) => (
        <path key={m.id} d={dataOf(m)} className="neckwood" />
      ))}
      {paths(of('outline'), () => true).map((m) => (
        <path key={m.id} d={dataOf(m)} className="bodywood" />
      ))}
      {paths(of('neck'), (ink) => ink === 'boardEdge').map((m) => (
        <path key={m.id} d={dataOf(m)} className="fretboard" />
      ))}
      {paths(of('neck'), (ink) => ink === 'fret').map((m) => (
        <path key={m.id} d={dataOf(m)} className="fretwire" />
      ))}
      {paths(of('parts'), (ink) => ink === 'part').map((m) => (
        <path key={m.id} d={dataOf(m)} className="hardware" />
      ))}
      {paths(tuners, (ink) => ink === 'part').map((m) => (
        <path key={m.id} d={dataOf(m)} className="metal" />
      ))}
      {paths(of('strings'), () => true).map((m) => (
        <path key={m.id} d={dataOf(m)} className="stringline" />
      ))}
    </g>
  );
});
