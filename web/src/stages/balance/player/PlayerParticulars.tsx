import type { Reach } from '@pelkin/core';
import {
  armReaches,
  bellyDepth,
  bodyOf,
  controlReaches,
  edits,
  forearmEdge,
  heldAs,
  lengthWithUnit,
  onLap,
  seatingOf,
  HOLD_ANGLES,
} from '@pelkin/core';
import { Button, Text } from '@chakra-ui/react';
import { useMemo } from 'react';
import { useDerived } from '../../../design/derived.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { FigureTable } from '../../../shared/FigureTable.tsx';
import { Reading, Section } from '../../../shared/Section.tsx';
import { PlayerLength } from '../PlayerLength.tsx';
import { useWeighed } from '../useWeighed.ts';
import { WORDS } from '../words.ts';
import { Case } from './Case.tsx';

const RAD = Math.PI / 180;

/** How both arms reach, standing and sitting. */
function useReaches(): readonly (readonly [Reach | null, Reach | null])[] {
  const design = useDesign();
  const { measures } = useDerived();
  const { weight, hanging } = useWeighed();
  return useMemo(() => {
    const held = hanging?.held ?? null;
    const body = bodyOf(design.player);
    const standing =
      held && hanging ? armReaches(design, body, heldAs(hanging.angle, held.shoulder, body.strapAt)) : [];
    const angle = HOLD_ANGLES.picking * RAD;
    const lap = weight && onLap(weight, measures, design.player, design.strings, angle);
    const seat = seatingOf(design.player, 'picking');
    const sitting = lap ? armReaches(design, seat.body, heldAs(angle, lap.contact, seat.rest)) : [];
    return Array.from({ length: Math.max(standing.length, sitting.length) }, (_, i) => [
      standing[i] ?? null,
      sitting[i] ?? null,
    ]);
  }, [design, measures, weight, hanging]);
}

const elbow = (reach: Reach | null): string =>
  reach === null ? '–' : reach.elbow === null ? WORDS.outOfReach : `${reach.elbow.toFixed(0)}°`;

function Reaches() {
  const rows = useReaches();
  return (
    <Section title={WORDS.reach}>
      <FigureTable named heads={[WORDS.reachOf, WORDS.standing, WORDS.sitting]}>
        {rows.map(([a, b]) => (
          <tr key={(a ?? b)!.name}>
            <td>{(a ?? b)!.name}</td>
            <td className={a?.elbow === null ? 'is-wrong' : ''}>{elbow(a)}</td>
            <td className={b?.elbow === null ? 'is-wrong' : ''}>{elbow(b)}</td>
          </tr>
        ))}
      </FigureTable>
      <Text fontSize="12px" color="faded">
        {WORDS.reachSay}
      </Text>
    </Section>
  );
}

function Controls() {
  const design = useDesign();
  const { layout, stringPlan } = useDerived();
  const { units, hand } = design;
  const rows = controlReaches(design, layout, stringPlan);
  if (rows.length === 0) return null;
  const say = (mm: number): string => lengthWithUnit(mm, units, 0);
  return (
    <Section title={WORDS.controlsReach}>
      <FigureTable named heads={[WORDS.control, WORDS.fromHand, WORDS.offLine]}>
        {rows.map(({ id, name, from, offLine }) => (
          <tr key={id}>
            <td>{name}</td>
            <td>{say(from)}</td>
            <td>{offLine === null ? '–' : say(offLine)}</td>
          </tr>
        ))}
      </FigureTable>
      <Text fontSize="12px" color="faded">
        {`${WORDS.controlsSay} ${say(hand.reach)}.`}
      </Text>
    </Section>
  );
}

function Touches() {
  const { units } = useDesign();
  const { carved, layout, measures } = useDerived();
  const edge = useMemo(() => forearmEdge(carved, layout, measures), [carved, layout, measures]);
  const belly = useMemo(() => bellyDepth(carved, measures), [carved, measures]);
  const say = (mm: number): string => lengthWithUnit(mm, units, 1);
  return (
    <Section title={WORDS.whereItTouches}>
      {edge && (
        <>
          <Reading label={WORDS.forearmEdge} value={edge.radius < 0.05 ? 'sharp' : `R ${say(edge.radius)}`} />
          <Reading label={WORDS.forearmLowered} value={say(edge.lowered)} />
        </>
      )}
      {belly && <Reading label={WORDS.ribs} value={say(belly.depth)} />}
    </Section>
  );
}

/** That the lengths go with the height, or a way back to that once some were typed. */
function ByHeight() {
  const { player } = useDesign();
  const edit = useDesignStore((s) => s.edit);
  if (player.measured.length === 0)
    return (
      <Text fontSize="12px" color="faded">
        {WORDS.byHeight}
      </Text>
    );
  return (
    <Button
      size="2xs"
      variant="ghost"
      justifySelf="end"
      onClick={() => edit(WORDS.scaleByHeight, (d) => edits.editPlayer(d, { measured: [] }))}
    >
      {WORDS.scaleByHeight}
    </Button>
  );
}

/** Who plays it: measurements, reach, where the instrument touches, and the case that it goes into. */
export function PlayerParticulars() {
  return (
    <>
      <Section title={WORDS.measurements}>
        <PlayerLength of="height" label={WORDS.playerHeight} />
        <PlayerLength of="shoulders" label={WORDS.shoulders} />
        <PlayerLength of="chest" label={WORDS.chest} />
        <PlayerLength of="upperArm" label={WORDS.upperArm} />
        <PlayerLength of="forearm" label={WORDS.forearmLength} />
        <PlayerLength of="hand" label={WORDS.handLength} />
        <ByHeight />
      </Section>
      <Reaches />
      <Controls />
      <Touches />
      <Case />
    </>
  );
}
