import type { Design, Guard, LimitPath } from '@pelkin/core';
import { bevelWidth, edits, lengthWithUnit } from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { useDerived, usePicked } from '../../../design/derived.ts';
import { useLengths } from '../../../design/lengths.ts';
import { useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { NumberField } from '../../../shared/NumberField.tsx';
import { Section } from '../../../shared/Section.tsx';
import { TextField } from '../../../shared/TextField.tsx';
import { Tick } from '../../../shared/Tick.tsx';
import { useChosenInLayout } from '../chosen.ts';
import { MountOver } from '../parts/MountedIn.tsx';
import { OfGuard } from './OfGuard.tsx';
import { WORDS } from '../words.ts';

const guardOf = (d: Design, id: string): Guard | undefined => d.guards.find((g) => g.id === id);

type Key = 'thickness' | 'gap' | 'apart' | 'screwInset';
const LENGTHS: readonly (readonly [Key, string, LimitPath])[] = [
  ['thickness', 'Thickness', 'guard.thickness'],
  ['gap', 'Clearance round parts', 'guard.gap'],
  ['apart', 'Screw spacing, about', 'guard.apart'],
  ['screwInset', 'Screws inside its edge', 'guard.screwInset'],
];

/** One pickguard: what it follows, how thick, its screws. */
function OneGuard({ guard }: { guard: Guard }) {
  const { id } = guard;
  const lengths = useLengths();
  const edit = useDesignStore((s) => s.edit);
  const units = usePicked((d) => d.units);
  const change = (name: string, part: Partial<Guard>) => edit(name, (d) => edits.changeGuard(d, id, part));
  return (
    <Section
      title={guard.name}
      aside={
        <Button
          size="2xs"
          variant="outline"
          onClick={() => edit(`removed ${guard.name}`, (d) => edits.removeGuard(d, id))}
        >
          {WORDS.remove}
        </Button>
      }
    >
      <TextField
        label={WORDS.name}
        value={guard.name}
        hint="as it stands on its sheet"
        onCommit={(text) => change('named a pickguard', { name: text.trim().slice(0, 80) || guard.name })}
      />
      <Tick
        label={WORDS.followsTheBodysEdge}
        checked={guard.follow !== null}
        onChange={(on) =>
          change(on ? 'let a pickguard follow the edge' : 'let a pickguard go its own way', {
            follow: on ? 12 : null,
          })
        }
      />
      {guard.follow !== null && (
        <LengthField
          label={WORDS.insideTheEdgeBy}
          value={guard.follow}
          {...lengths(
            `guards.${id}.follow`,
            (d, mm) => edits.changeGuard(d, id, { follow: mm }),
            'guard.follow',
          )}
        />
      )}
      {LENGTHS.map(([key, label, limit]) => (
        <LengthField
          key={key}
          label={label}
          value={guard[key]}
          {...lengths(
            `guards.${id}.${key}`,
            (d, mm) => (guardOf(d, id) ? edits.changeGuard(d, id, { [key]: mm }) : d),
            limit,
            label.toLowerCase(),
          )}
        />
      ))}
      <NumberField
        label={WORDS.edgeBevelledBy}
        value={guard.bevel}
        unit="°"
        min={0}
        max={60}
        from="square to the face"
        onCommit={(bevel) => change('bevelled a pickguard', { bevel })}
      />
      {guard.bevel > 0 && (
        <Text fontSize="12px" color="faded">
          The bevel is {lengthWithUnit(bevelWidth(guard), units)} wide, seen from the face.
        </Text>
      )}
      <MountOver plate={id} />
      <OfGuard guard={guard} />
      <Text fontSize="12px" color="faded">
        Pull its nodes and screws on the board; a double press on its line adds a node. What lies under it
        comes up through it by itself; its sheet is among the templates.
      </Text>
    </Section>
  );
}

/** Pickguards: begun round the pickups and the controls, then pulled to shape. */
export function Guards() {
  const guards = usePicked((d) => d.guards);
  const { stringPlan, measures } = useDerived();
  const edit = useDesignStore((s) => s.edit);
  const begin = (): void => {
    const x = Math.round(stringPlan.jointX);
    const low = Math.round(measures.box.minY);
    const places = [
      [x - 4, 44],
      [20, 46],
      [8, -34],
      [-90, -70],
      [-90, low - 20],
      [x + 80, low - 20],
      [x - 4, -44],
    ] as const;
    edit('added a pickguard', (d) => {
      const name = `Pickguard${d.guards.length ? ` ${d.guards.length + 1}` : ''}`;
      return edits.addGuard(d, edits.plainGuard(name, places)).design;
    });
    useChosenInLayout.getState().chooseOpening(null);
  };
  return (
    <>
      {guards.map((g) => (
        <OneGuard key={g.id} guard={g} />
      ))}
      <HStack py="2" justify="end">
        <Button size="2xs" variant="outline" onClick={begin}>
          {WORDS.addAPickguard}
        </Button>
      </HStack>
    </>
  );
}
