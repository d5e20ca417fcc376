import type { Underlay } from '@pelkin/core';
import { nudgeGesture } from '../../design/lengths.ts';
import { usePicked } from '../drawn.ts';
import { LengthField } from '../../shared/LengthField.tsx';
import { NumberField } from '../../shared/NumberField.tsx';
import { Section } from '../../shared/Section.tsx';
import { SliderRow } from '../../shared/SliderRow.tsx';
import { Hint, TaskButton } from './TaskButton.tsx';
import { changeUnderlay } from './tracing.ts';
import { WORDS } from '../words.ts';

const PLACE = { label: WORDS.place, min: -5000, max: 5000, from: 'the bridge line and the centre line' };

/** Place, turn, size and strength by numbers, and by hand. */
export function Lie({ u }: { u: Underlay }) {
  const units = usePicked((d) => d.units);
  const put =
    (name: string, path: string) =>
    (part: Partial<Underlay>, how?: string): readonly { where: string; message: string }[] => {
      const wrong = changeUnderlay(
        name,
        () => part,
        how === 'nudged' ? nudgeGesture(`${u.id} ${path}`) : undefined,
      );
      return wrong ? [{ where: path, message: wrong.replace(/\.$/, '') }] : [];
    };
  return (
    <Section
      title={WORDS.position}
      aside={u.locked ? undefined : <TaskButton task="move">{WORDS.moveByHand}</TaskButton>}
    >
      {u.locked ? (
        <Hint>{WORDS.itIsLockedUnlockItTo}</Hint>
      ) : (
        <>
          <LengthField
            label={WORDS.middleFromTheBridgeLine}
            value={u.at.x}
            unit={units}
            limit={PLACE}
            onCommit={(x, _, how) => put('moved the picture', 'x')({ at: { ...u.at, x } }, how)}
          />
          <LengthField
            label={WORDS.middleFromTheCentreLine}
            value={u.at.y}
            unit={units}
            limit={PLACE}
            onCommit={(y, _, how) => put('moved the picture', 'y')({ at: { ...u.at, y } }, how)}
          />
          <NumberField
            label={WORDS.turnedBy}
            value={u.turn}
            unit="°"
            min={-180}
            max={180}
            from="as the file has it"
            places={2}
            onCommit={(turn) => put('turned the picture', 'turn')({ turn })}
          />
          <NumberField
            label={WORDS.millimetresOfAPixel}
            value={u.scale}
            unit="mm"
            min={0.0005}
            max={50}
            from="edge to edge of one"
            places={4}
            onCommit={(scale) =>
              put('scaled the picture', 'scale')({ scale, scaled: 'measures', goodTo: null })
            }
          />
        </>
      )}
      <SliderRow
        label={WORDS.opacity}
        name={WORDS.opacityOfThePicture}
        min={5}
        max={100}
        value={Math.round(u.opacity * 100)}
        onChange={(share) =>
          void put('changed a picture’s opacity', 'opacity')({ opacity: share / 100 }, 'nudged')
        }
      />
    </Section>
  );
}
