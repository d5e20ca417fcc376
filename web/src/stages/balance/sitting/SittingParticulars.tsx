import type { LapHold } from '@pelkin/core';
import { HOLDS, HOLD_ANGLES, lengthWithUnit, onLap, putDown } from '@pelkin/core';
import { Text } from '@chakra-ui/react';
import { useDerived } from '../../../design/derived.ts';
import { useDesign } from '../../../design/store.ts';
import { FigureTable } from '../../../shared/FigureTable.tsx';
import { Choice, Reading, Section } from '../../../shared/Section.tsx';
import { PlayerLength } from '../PlayerLength.tsx';
import { newtons } from '../say.ts';
import { useWeighed } from '../useWeighed.ts';
import { WORDS } from '../words.ts';
import { useHold } from './hold.ts';

const RAD = Math.PI / 180;
const HOLD_WORDS: Readonly<Record<LapHold, string>> = { picking: 'Picking side', neck: 'Neck side' };

/** What it does on each thigh. */
function Holds() {
  const design = useDesign();
  const { measures } = useDerived();
  const { weight } = useWeighed();
  const { hold, degrees } = useHold();
  if (!weight) return null;
  return (
    <FigureTable named heads={[WORDS.thigh, WORDS.at, WORDS.balances, WORDS.needs]}>
      {HOLDS.map((h) => {
        const angle = h === hold ? degrees : HOLD_ANGLES[h];
        const lap = onLap(weight, measures, design.player, design.strings, angle * RAD);
        if (!lap) return null;
        if (lap.kind === 'slides')
          return (
            <tr key={h} aria-selected={h === hold}>
              <td>{HOLD_WORDS[h]}</td>
              <td>{`${angle.toFixed(0)}°`}</td>
              <td className="is-wrong">{WORDS.slides}</td>
              <td>{WORDS.handOrFriction}</td>
            </tr>
          );
        const side = lap.lever >= 0 ? 'neckward' : 'tailward';
        return (
          <tr key={h} aria-selected={h === hold}>
            <td>{HOLD_WORDS[h]}</td>
            <td>{`${angle.toFixed(0)}°`}</td>
            <td>{`${lengthWithUnit(Math.abs(lap.lever), design.units, 0)} ${side}`}</td>
            <td>
              {lap.tips === null
                ? WORDS.nothing
                : lap.press === null
                  ? WORDS.cannot
                  : `${lap.tips === 'neck down' ? WORDS.forearm : WORDS.frettingHand} ${newtons(lap.press)}`}
            </td>
          </tr>
        );
      })}
    </FigureTable>
  );
}

const degreesOf = (rad: number): string => `${Math.abs(rad / RAD).toFixed(1)}°`;
const sideOf = (v: number): string => (v > 0 ? 'bass side' : 'treble side');
/** Less than is shown, rad and mm. */
const STRAIGHT = 0.05 * RAD;
const LEVEL = 0.5;

/** On a stand, on a hook, on its back. */
function Down() {
  const design = useDesign();
  const { neckPlan, neckFittings, measures } = useDerived();
  const { weight } = useWeighed();
  if (!weight) return null;
  const { units } = design;
  const { hung, stood, onBack } = putDown(weight, design, neckPlan, neckFittings, measures);
  const say = (mm: number): string => lengthWithUnit(Math.abs(mm), units, 0);
  return (
    <Section title={WORDS.putDown}>
      <Reading
        label={WORDS.hungBy}
        value={
          Math.abs(hung.aside) < STRAIGHT
            ? WORDS.straight
            : `${degreesOf(hung.aside)} tail to ${sideOf(hung.aside)}`
        }
      />
      <Reading
        label={WORDS.stood}
        value={Math.abs(stood) < LEVEL ? WORDS.onCentreLine : `${say(stood)} ${sideOf(stood)}`}
      />
      <Reading
        label={WORDS.onItsBack}
        value={
          onBack.inside < 0
            ? WORDS.rocksToNeck
            : Math.abs(onBack.below) < LEVEL
              ? WORDS.headTouches
              : onBack.below > 0
                ? `rocks, head ${say(onBack.below)} low`
                : `flat, head ${say(onBack.below)} clear`
        }
      />
      <Text fontSize="12px" color="faded">
        {WORDS.putDownSays}
      </Text>
    </Section>
  );
}

/** Both holds, the lap, and where it is put down. */
export function SittingParticulars() {
  const { hold, take } = useHold();
  return (
    <>
      <Section title={WORDS.onTheLap}>
        <Choice
          label={WORDS.onWhichThigh}
          value={hold}
          options={HOLDS.map((h) => [h, HOLD_WORDS[h]] as const)}
          onChange={take}
        />
        <PlayerLength of="thigh" label={WORDS.thighWidth} />
        <PlayerLength of="stool" label={WORDS.stool} />
        <Holds />
        <Text fontSize="12px" color="faded">
          {WORDS.lapSays}
        </Text>
      </Section>
      <Down />
    </>
  );
}
