import type { Design, LimitPath, ShaftNumbers } from '@pelkin/core';
import { edits } from '@pelkin/core';
import { Button, SimpleGrid, Text } from '@chakra-ui/react';
import { useDerived } from '../../../design/derived.ts';
import { useLengths } from '../../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { Choice, Section } from '../../../shared/Section.tsx';
import { WORDS } from '../words.ts';

type Group = 'slots' | 'nut' | 'markers';

/** A length of one of the fingerboard’s groups, bound to its field. */
function GroupLength<G extends Group>(props: {
  readonly group: G;
  readonly of: keyof ShaftNumbers[G] & string;
  readonly label: string;
  readonly limit: LimitPath;
}) {
  const { group, of, label, limit } = props;
  const { shaft } = useDesign();
  const lengths = useLengths();
  return (
    <LengthField
      label={label}
      value={shaft[group][of] as number}
      {...lengths(
        `shaft.${group}.${of}`,
        (d: Design, mm) => edits.editShaft(d, { [group]: { ...d.shaft[group], [of]: mm } }),
        limit,
      )}
    />
  );
}

/** How the nut is seated, and the slots of the frets. */
export function NutAndFrets() {
  const { shaft } = useDesign();
  const edit = useDesignStore((s) => s.edit);
  return (
    <Section title={WORDS.nutAndFrets}>
      <Choice
        label={WORDS.nutLies}
        value={shaft.nut.kind}
        options={[
          ['ledge', 'On a ledge'],
          ['slot', 'In a slot'],
        ]}
        onChange={(kind) =>
          edit(kind === 'ledge' ? 'nut on a ledge' : 'nut in a slot', (d) =>
            edits.editShaft(d, { nut: { ...d.shaft.nut, kind } }),
          )
        }
      />
      <GroupLength group="nut" of="thickness" label={WORDS.nutThickness} limit="nut.thickness" />
      <GroupLength group="slots" of="width" label={WORDS.slotWidth} limit="slot.width" />
      <GroupLength group="slots" of="depth" label={WORDS.slotDepth} limit="slot.depth" />
      <GroupLength group="slots" of="stop" label={WORDS.slotStop} limit="slot.stop" />
      <Text fontSize="12px" color="faded">
        0 lets the slots run out at the board’s edges; more ends them before, as on a bound board.
      </Text>
    </Section>
  );
}

/** Markers in the face and in the edge of the board, and the frets that have them. */
export function Markers() {
  const { shaft } = useDesign();
  const { stringPlan } = useDerived();
  const edit = useDesignStore((s) => s.edit);
  const { markers } = shaft;
  const numbers = stringPlan.frets.map((f) => f.number).filter((n) => n > 0);
  const turn = (fret: number): void => {
    const has = markers.frets.includes(fret);
    edit(has ? `no marker at fret ${fret}` : `marker at fret ${fret}`, (d) => {
      const now = d.shaft.markers;
      const frets = has ? now.frets.filter((n) => n !== fret) : [...now.frets, fret].sort((a, b) => a - b);
      return edits.editShaft(d, { markers: { ...now, frets } });
    });
  };
  return (
    <Section title={WORDS.markers}>
      <Choice
        label={WORDS.frontMarkers}
        value={markers.face}
        options={[
          ['none', 'None'],
          ['dots', 'Dots'],
          ['blocks', 'Blocks'],
        ]}
        onChange={(face) =>
          edit(`markers: ${face}`, (d) => edits.editShaft(d, { markers: { ...d.shaft.markers, face } }))
        }
      />
      {markers.face !== 'none' && (
        <GroupLength group="markers" of="size" label={WORDS.markerSize} limit="marker.size" />
      )}
      <GroupLength group="markers" of="side" label={WORDS.sideDots} limit="marker.side" />
      <SimpleGrid columns={9} gap="1" role="group" aria-label={WORDS.fretsWithMarkers}>
        {numbers.map((n) => (
          <Button
            key={n}
            size="2xs"
            px="0"
            variant={markers.frets.includes(n) ? 'subtle' : 'ghost'}
            colorPalette={markers.frets.includes(n) ? 'green' : undefined}
            aria-pressed={markers.frets.includes(n)}
            aria-label={`marker at fret ${n}`}
            onClick={() => turn(n)}
          >
            {n}
          </Button>
        ))}
      </SimpleGrid>
    </Section>
  );
}
