import type { Design } from '@pelkin/core';
import { edits, lengthWithUnit } from '@pelkin/core';
import { Button, Text } from '@chakra-ui/react';
import { usePicked } from '../../design/derived.ts';
import { useLengths } from '../../design/lengths.ts';
import { useDesignStore } from '../../design/store.ts';
import { LengthField } from '../../shared/LengthField.tsx';
import { Section } from '../../shared/Section.tsx';
import { WoodChoice } from '../../woods/WoodChoice.tsx';
import { WORDS } from './words.ts';

/** A front to begin with, mm. */
const START = { thickness: 8 };

const put = (d: Design, change: Partial<NonNullable<Design['body']['gluedFront']>>): Design =>
  d.body.gluedFront ? edits.setGluedFront(d, { ...d.body.gluedFront, ...change }) : d;

/** A front of a wood of its own, glued on the core; or a body of one piece. */
export function GluedFront() {
  const front = usePicked((d) => d.body.gluedFront);
  const core = usePicked((d) => d.body.thickness - (d.body.gluedFront?.thickness ?? 0));
  const units = usePicked((d) => d.units);
  const closed = usePicked((_, x) => x.layout.cuts.filter((c) => c.closed).length);
  const lengths = useLengths();
  const edit = useDesignStore((s) => s.edit);
  return (
    <Section
      title={WORDS.gluedFront}
      aside={
        <Button
          size="2xs"
          variant="outline"
          onClick={() =>
            edit(front ? 'made the body one piece' : 'added a glued-on front', (d) =>
              edits.setGluedFront(d, front ? null : START),
            )
          }
        >
          {front ? WORDS.removeGluedFront : WORDS.addGluedFront}
        </Button>
      }
    >
      {!front && (
        <Text fontSize="12px" color="faded">
          The body is one piece of wood. With a glued-on front, chambers and wire channels that are cut from
          the front are routed in the core first and stay closed under it.
        </Text>
      )}
      {front && (
        <>
          <LengthField
            label={WORDS.frontThickness}
            value={front.thickness}
            {...lengths(
              'body.gluedFront.thickness',
              (d, thickness) => put(d, { thickness }),
              'gluedFront.thickness',
            )}
          />
          <WoodChoice piece="front" />
          <Text fontSize="12px" color="faded">
            {`The core is ${lengthWithUnit(core, units)} thick. ${
              closed === 0
                ? 'Nothing lies closed under the front yet: in Layout, a chamber or wire channel that is cut from the front does, its depth from the core’s own face.'
                : `${closed === 1 ? 'One opening lies' : `${closed} openings lie`} closed under the front, depths from the core’s own face.`
            } Print and export offers front and core apart.`}
          </Text>
        </>
      )}
    </Section>
  );
}
