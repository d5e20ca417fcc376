import type { Derived, Design, LapHold, OnLap, Point, Weight } from '@pelkin/core';
import { heldAs, onLap, seatingOf, weightOf } from '@pelkin/core';
import { Box } from '@chakra-ui/react';
import { useDerived } from '../../../design/derived.ts';
import { useDesign } from '../../../design/store.ts';
import { AngleSlider, SLIDER_TALL } from '../figure/AngleSlider.tsx';
import { Instrument, Person, Silhouette, frettingFingers, pickingFingers } from '../figure/Figure.tsx';
import type { Seated } from '../figure/Figure.tsx';
import { CentreOfMass, Force, Picture, Words } from '../figure/Picture.tsx';
import type { PictureFrame } from '../figure/Picture.tsx';
import { neckArm, pickingArm } from '../figure/arms.ts';
import { line, polygon } from '../figure/shapes.ts';
import { NoButtons } from '../NoButtons.tsx';
import { arrow } from '../figure/arrow.ts';
import { newtons } from '../say.ts';
import { useWeighed } from '../useWeighed.ts';
import { WORDS } from '../words.ts';
import { useHold } from './hold.ts';

const RAD = Math.PI / 180;
interface Scene {
  readonly design: Design;
  readonly derived: Derived;
  readonly weight: Weight;
  readonly lap: OnLap;
  readonly hold: LapHold;
  readonly angle: number;
  readonly frame: PictureFrame;
}

/** A box on the floor, or the seat. */
const block = (x0: number, x1: number, y0: number, y1: number): readonly Point[] => [
  { x: x0, y: y0 },
  { x: x1, y: y0 },
  { x: x1, y: y1 },
  { x: x0, y: y1 },
];

function OnALap({ design, derived, weight, lap, hold, angle, frame }: Scene) {
  const { player } = design;
  const { to } = frame;
  const { body, seatY, knees, stool, rest } = seatingOf(player, hold);
  const seated: Seated = { knees, thigh: player.thigh, stool };
  const out = knees[1].x;
  const place = heldAs(angle, lap.contact, rest);
  const [neck, picking] = [neckArm(design, body, place, to), pickingArm(design, body, place, to)];
  const at = place(weight.centre);
  const w = weightOf(weight.total.likely);
  const down = { x: at.x, y: at.y - arrow(w) };
  const level = lap.kind === 'level' ? lap : null;
  const pressAt = level?.pressAt && place(level.pressAt);
  const press = level?.press ?? 0;
  const over = { x: place(lap.contact).x, y: place(lap.contact).y + 190 };
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
      <path d={polygon(block(-out * 1.15, out * 1.15, seatY - 45, seatY).map(to))} className="figure-seat" />
      <path d={polygon(block(-out * 1.05, -out * 0.95, 0, seatY - 45).map(to))} className="figure-seat" />
      <path d={polygon(block(out * 0.95, out * 1.05, 0, seatY - 45).map(to))} className="figure-seat" />
      {stool > 0 && (
        <path d={polygon(block(out * 0.7, out * 1.5, 0, stool).map(to))} className="figure-seat" />
      )}
      <Person
        body={body}
        seated={seated}
        arms={[neck.shapes.upper, ...neck.shapes.lower, picking.shapes.upper]}
        to={to}
      />
      <Instrument derived={derived} matrix={frame.matrix(place)} />
      <Silhouette name="fretting fingers" shapes={frettingFingers(design, place, player.hand, to)} />
      <Silhouette
        name="picking arm"
        shapes={[
          ...picking.shapes.lower,
          ...pickingFingers(picking.arm.wrist, picking.target, player.hand, to),
        ]}
        also={[picking.shapes.upper]}
      />
      {level && <path d={line([place(lap.contact), over].map(to))} className="figure-level" />}
      <Force frame={frame} kind="weight" from={at} end={down} />
      <CentreOfMass frame={frame} at={at} />
      <Words frame={frame} at={down} by={[9, 0]}>
        {newtons(w)}
      </Words>
      <Words frame={frame} at={at} by={[14, -12]}>
        {WORDS.balancePoint}
      </Words>
      {level && (
        <Words frame={frame} at={over} by={[0, -6]} anchor="middle">
          {`${Math.abs(level.lever).toFixed(0)} mm`}
        </Words>
      )}
      {pressAt && press > 0.05 && (
        <>
          <Force
            frame={frame}
            kind="hand"
            from={{ x: pressAt.x, y: pressAt.y + arrow(press) }}
            end={pressAt}
          />
          <Words
            frame={frame}
            at={{ x: pressAt.x, y: pressAt.y + arrow(press) }}
            by={[0, -8]}
            anchor="middle"
          >
            {`${level?.tips === 'neck down' ? WORDS.forearm : WORDS.frettingHand} ${newtons(press)}`}
          </Words>
        </>
      )}
    </>
  );
}

/** The player sitting, with the instrument on a thigh. */
export function Sitting() {
  const design = useDesign();
  const derived = useDerived();
  const { weight } = useWeighed();
  const { hold, degrees, turn } = useHold();
  const angle = degrees * RAD;
  const lap = weight && onLap(weight, derived.measures, design.player, design.strings, angle);
  if (!weight || !lap) return <NoButtons>{WORDS.noWaist}</NoButtons>;
  const { height } = design.player;
  const reach = design.strings.scaleLength;
  const room = { minX: -reach * 0.85, maxX: reach * 1.3, minY: -height * 0.02, maxY: height * 0.8 };
  return (
    <Box position="absolute" inset="0">
      <Picture room={room} handedness={design.handedness} label={WORDS.sittingPicture} covered={SLIDER_TALL}>
        {(frame) => <OnALap {...{ design, derived, weight, lap, hold, angle, frame }} />}
      </Picture>
      <AngleSlider degrees={degrees} note={lap.kind === 'slides' ? WORDS.slidesNote : ''} onTurn={turn} />
    </Box>
  );
}
