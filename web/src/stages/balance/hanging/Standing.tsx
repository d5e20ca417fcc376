import type { Design, HangingState, Held, Point, Weight } from '@pelkin/core';
import { FRICTION, bodyOf, heldAs, heldAt, onStrapOf, pulls, toSpare, weightOf } from '@pelkin/core';
import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import { derive } from '../../../design/derived.ts';
import { useRested } from '../../../design/rested.ts';
import { weighedNow } from '../../../design/weighedNow.ts';
import { useDesign } from '../../../design/store.ts';
import { Instrument, Person, Silhouette, frettingFingers, pickingFingers } from '../figure/Figure.tsx';
import { arrow } from '../figure/arrow.ts';
import { AngleSlider } from '../figure/AngleSlider.tsx';
import { neckArm, pickingArm } from '../figure/arms.ts';
import { CentreOfMass, Force, Picture, Words } from '../figure/Picture.tsx';
import type { PictureFrame } from '../figure/Picture.tsx';
import { line } from '../figure/shapes.ts';
import { NoButtons } from '../NoButtons.tsx';
import { LEAST_SHOWN, atTheHand, neckDive, newtons } from '../say.ts';
import { WORDS } from '../words.ts';
import { useTurned } from './view.ts';

const RAD = Math.PI / 180;
const STRAP_WIDE = 50;

/** Where the shoulder is over an instrument that no strap holds at an angle: straight over its balance point, as far as a strap lets it hang. */
const over = (weight: Weight, { strap }: HangingState, angle: number): Held => ({
  force: 0,
  shoulder: {
    x: weight.centre.x + Math.sin(angle) * strap * 0.42,
    y: weight.centre.y + Math.cos(angle) * strap * 0.42,
  },
});

/** Whether a smooth strap holds an angle alone, with how much to spare and what a slippery one does there; or what the hand does where it slips. */
function stateAt(hanging: HangingState, weight: Weight, degrees: number): string {
  const at = (friction: number) => heldAt(onStrapOf(hanging, weight, friction), degrees * RAD, hanging.hand);
  const held = at(FRICTION.smooth);
  if (!held) return 'no strap carries it at this angle';
  if (Math.abs(held.force) >= LEAST_SHOWN) return `a smooth strap slips, ${neckDive(held.force)}`;
  const spare = toSpare(hanging, degrees * RAD);
  const slippery = at(FRICTION.slippery);
  return [
    spare === null
      ? 'a smooth strap holds it'
      : `a smooth strap holds it with ${(spare / RAD).toFixed(0)}° to spare`,
    ...(slippery && Math.abs(slippery.force) >= LEAST_SHOWN
      ? [`a slippery one slips, ${neckDive(slippery.force)}`]
      : []),
  ].join('; ');
}

interface Scene {
  readonly design: Design;
  readonly weight: Weight;
  readonly hanging: HangingState;
  /** rad: the angle that it is shown at. */
  readonly angle: number;
}

function useScene({ design, weight, hanging, angle }: Scene) {
  return useMemo(() => {
    const on = onStrapOf(hanging, weight);
    const held = heldAt(on, angle, hanging.hand);
    const { shoulder } = held ?? over(weight, hanging, angle);
    const body = bodyOf(design.player);
    const place = heldAs(angle, shoulder, body.strapAt);
    return { on, held, body, place, ends: held && pulls(on, angle, held) };
  }, [design.player, weight, hanging, angle]);
}

function Hung(props: Scene & { frame: PictureFrame }) {
  const { design, weight, hanging, frame } = props;
  const scene = useScene(props);
  const derived = derive(design);
  const { body, place, held, ends } = scene;
  const { to } = frame;
  const [neck, picking] = [neckArm(design, body, place, to), pickingArm(design, body, place, to)];
  const { horn, tail } = hanging.buttons;
  const [at, hand] = [place(weight.centre), place(hanging.hand)];
  const w = weightOf(weight.total.likely);
  const down = { x: at.x, y: at.y - arrow(w) };
  const strapTo = (p: Point): readonly Point[] => {
    const end = place(p);
    // Over the shoulder it bends a little outward.
    const bend = { x: (body.strapAt.x + end.x) / 2 + 14, y: (body.strapAt.y + end.y) / 2 };
    return [body.strapAt, bend, end].map(to);
  };
  const strap = ([a, b, c]: readonly Point[]): string => `M${a!.x} ${a!.y}Q${b!.x} ${b!.y} ${c!.x} ${c!.y}`;
  const level = { x: hand.x + 160, y: at.y };
  const load = held?.force ?? 0;
  const lifts = load > 0.05 || load < -0.05;
  const handEnd = { x: hand.x + 30, y: hand.y - 60 + (load >= 0 ? arrow(load) : -arrow(load)) };
  const along = (from: Point, end: Point, share: number): Point => ({
    x: from.x + (end.x - from.x) * share,
    y: from.y + (end.y - from.y) * share,
  });
  const hornAt = place(horn.at);
  return (
    <>
      <path
        d={line(
          [
            { x: -2000, y: 0 },
            { x: 2000, y: 0 },
          ].map(to),
        )}
        className="figure-floor"
      />
      <path d={strap(strapTo(tail.at))} className="figure-strap" strokeWidth={STRAP_WIDE / frame.mmPerPx} />
      <Person body={body} arms={[neck.shapes.upper, ...neck.shapes.lower, picking.shapes.upper]} to={to} />
      <path d={strap(strapTo(horn.at))} className="figure-strap" strokeWidth={STRAP_WIDE / frame.mmPerPx} />
      <Instrument derived={derived} matrix={frame.matrix(place)} />
      <Silhouette name="fretting fingers" shapes={frettingFingers(design, place, design.player.hand, to)} />
      <Silhouette
        name="picking arm"
        shapes={[
          ...picking.shapes.lower,
          ...pickingFingers(picking.arm.wrist, picking.target, design.player.hand, to),
        ]}
        also={[picking.shapes.upper]}
      />
      <path d={line([at, level].map(to))} className="figure-level" />
      <Force frame={frame} kind="weight" from={at} end={down} />
      <CentreOfMass frame={frame} at={at} />
      <Words frame={frame} at={down} by={[9, 0]}>
        {newtons(w)}
      </Words>
      {lifts && (
        <>
          <Force frame={frame} kind="hand" from={{ x: handEnd.x, y: hand.y - 60 }} end={handEnd} />
          <Words frame={frame} at={{ x: handEnd.x, y: Math.min(handEnd.y, hand.y - 60) }} by={[8, 14]}>
            {atTheHand(load)}
          </Words>
        </>
      )}
      {ends && (
        <>
          <Force
            frame={frame}
            kind="pull"
            from={hornAt}
            end={along(hornAt, body.strapAt, arrow(ends.horn) / 420)}
          />
          <Words frame={frame} at={along(hornAt, body.strapAt, 0.42)} by={[14, 0]}>
            {newtons(ends.horn)}
          </Words>
        </>
      )}
      <Words frame={frame} at={{ x: level.x, y: level.y }} by={[4, 4]}>
        {`${(props.angle / RAD).toFixed(1)}°`}
      </Words>
      <Words frame={frame} at={at} by={[-14, -12]} anchor="end">
        {WORDS.balancePoint}
      </Words>
    </>
  );
}

/** The player from the knees up, with the instrument as it hangs at an angle. */
export function Standing() {
  const design = useDesign();
  useRested((r) => r.design);
  return <StandingOf design={design} />;
}

/** The same of a design that need not be the open one. */
export function StandingOf({ design }: { design: Design }) {
  const { weight, hanging } = weighedNow(design);
  const turned = useTurned((s) => s.degrees);
  const turn = useTurned((s) => s.turn);
  if (!weight || !hanging) return <NoButtons />;
  if (!hanging.loads)
    return (
      <NoButtons>
        {`The strap is ${hanging.strap.toFixed(0)} mm long and its buttons are ${hanging.apart.toFixed(0)} mm apart: it goes over no shoulder. Type a longer one.`}
      </NoButtons>
    );
  const degrees = turned ?? design.player.angle;
  const { height } = design.player;
  const reach = design.strings.scaleLength;
  const room = { minX: -reach * 0.62, maxX: reach * 1.5, minY: height * 0.28, maxY: height * 1.03 };
  return (
    <Box position="absolute" inset="0">
      <Picture room={room} handedness={design.handedness} label={WORDS.standingPicture}>
        {(frame) => (
          <Hung design={design} weight={weight} hanging={hanging} angle={degrees * RAD} frame={frame} />
        )}
      </Picture>
      <AngleSlider
        degrees={degrees}
        note={[turned === null ? WORDS.thePlayingAngle : '', stateAt(hanging, weight, degrees)]
          .filter(Boolean)
          .join(', ')}
        onTurn={(next) => turn(next === design.player.angle ? null : next)}
      />
    </Box>
  );
}
