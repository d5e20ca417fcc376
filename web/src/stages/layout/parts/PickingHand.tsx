import { edits, formOf, lengthWithUnit, partName, pickingPlace } from '@pelkin/core';
import { Text } from '@chakra-ui/react';
import { useBoardFrame } from '../../../board/BoardContext.ts';
import { useDerived } from '../../../design/derived.ts';
import { useLengths } from '../../../design/lengths.ts';
import { useDesign } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { Reading, Section } from '../../../shared/Section.tsx';
import { Tick } from '../../../shared/Tick.tsx';
import { useShown } from '../../../shared/shown.ts';
import { WORDS } from '../words.ts';

/** Where the picking hand plays, how far it reaches, and how far each control is from it. */
export function PickingHand() {
  const { hand, parts, units } = useDesign();
  const { stringPlan } = useDerived();
  const lengths = useLengths();
  const shown = useShown((s) => s.reach);
  const place = pickingPlace(hand, stringPlan);
  const controls = parts.filter((p) => {
    const form = formOf(p.spec);
    return p.face === 'front' && (form.knob || form.sweep);
  });
  return (
    <Section title={WORDS.pickingHand}>
      <LengthField
        label={WORDS.playsNutwardOfTheBridge}
        value={hand.picking}
        {...lengths('hand.picking', (d, picking) => edits.setHand(d, { ...d.hand, picking }))}
      />
      <LengthField
        label={WORDS.littleFingerReaches}
        value={hand.reach}
        {...lengths('hand.reach', (d, reach) => edits.setHand(d, { ...d.hand, reach }))}
      />
      <Tick
        label={WORDS.itsReachOnTheBoard}
        checked={shown}
        onChange={() => useShown.getState().toggle('reach')}
      />
      {controls.map((p) => (
        <Reading
          key={p.id}
          label={partName(parts, p.id)}
          value={lengthWithUnit(Math.hypot(p.at.x - place.x, p.at.y - place.y), units)}
        />
      ))}
      {controls.length === 0 && (
        <Text fontSize="12px" color="faded">
          How far each control is from the hand is shown here.
        </Text>
      )}
    </Section>
  );
}

/** The hand’s reach as arcs: what it gets to without moving, and what it gets to by letting go. */
export function ReachArcs() {
  const { hand, findings } = useDesign();
  const { stringPlan } = useDerived();
  const { screen, view } = useBoardFrame();
  const shown = useShown((s) => s.reach);
  if (!shown) return null;
  const place = pickingPlace(hand, stringPlan);
  const { x, y } = screen(place);
  const past = findings.limits.controlReach ?? 60;
  return (
    <g pointerEvents="none" data-testid="reach">
      <circle className="reach" cx={x} cy={y} r={hand.reach * view.scale} />
      <circle className="reach is-far" cx={x} cy={y} r={(hand.reach + past) * view.scale} />
      <path className="reach" d={`M${x - 6} ${y}h12M${x} ${y - 6}v12`} />
    </g>
  );
}
