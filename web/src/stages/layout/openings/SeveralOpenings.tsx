import type { LimitPath } from '@pelkin/core';
import { LIMITS, changeTogether, commonOfOpenings, edits } from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { usePicked } from '../../../design/derived.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { Choice, Section } from '../../../shared/Section.tsx';
import { useChosenInLayout } from '../chosen.ts';
import { WORDS } from '../words.ts';

const FIELDS = [
  ['depth', 'opening.depth', WORDS.depth],
  ['radius', 'shape.radius', WORDS.cornerRadius],
  ['bit', 'step.bit', WORDS.bit],
] as const satisfies readonly (readonly [string, LimitPath, string])[];

/** What several openings have alike: one change is made in all of them. */
export function SeveralOpenings({ ids }: { ids: readonly string[] }) {
  const { openings } = useDesign();
  const units = usePicked((d) => d.units);
  const edit = useDesignStore((s) => s.edit);
  const common = commonOfOpenings(openings.filter((o) => ids.includes(o.id)));
  return (
    <Section
      title={`${ids.length} openings chosen`}
      aside={
        <Button
          size="2xs"
          variant="outline"
          onClick={() => {
            edit(`removed ${ids.length} openings`, (d) =>
              ids.reduce((now, id) => edits.removeOpening(now, id), d),
            );
            useChosenInLayout.getState().chooseOpening(null);
          }}
        >
          {WORDS.remove}
        </Button>
      }
    >
      <Choice
        label={WORDS.face}
        value={common.face ?? ''}
        options={[
          ['front', 'Front'],
          ['back', 'Back'],
        ]}
        onChange={(face) =>
          face && edit(`put ${ids.length} openings on the ${face}`, (d) => changeTogether(d, ids, { face }))
        }
      />
      {FIELDS.map(([key, limit, label]) => {
        const value = common[key];
        return (
          value !== undefined && (
            <LengthField
              key={key}
              label={label}
              value={value}
              unit={units}
              limit={LIMITS[limit]}
              onCommit={(mm) =>
                edit(`changed ${label.toLowerCase()} of ${ids.length} openings`, (d) =>
                  changeTogether(d, ids, { [key]: mm }),
                )
              }
            />
          )
        );
      })}
      <HStack>
        <Text fontSize="12px" color="faded">
          What is changed here is changed in the first step of all of them. Shift click adds one or takes it
          out.
        </Text>
      </HStack>
    </Section>
  );
}
