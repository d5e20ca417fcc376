import type { OwnedTool } from '@pelkin/core';
import { LIMITS, edits, lengthWithUnit, reachAlong, shareTools } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { derive, usePicked } from '../../../design/derived.ts';
import { useLengths } from '../../../design/lengths.ts';
import { useRested } from '../../../design/rested.ts';
import { useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { Pick } from '../../../shared/Pick.tsx';
import { Reading, Section } from '../../../shared/Section.tsx';
import { Tick } from '../../../shared/Tick.tsx';
import { PlaceRow } from './Flow.tsx';
import { useOverlay } from './overlay.ts';
import { placeWords } from '../../../shared/placeWords.ts';
import { WORDS } from '../words.ts';

type Units = 'mm' | 'in' | 'in-fraction';

export const toolWords = (t: OwnedTool, units: Units): string =>
  t.diameter === null ? 'straight block' : `${t.kind} ${lengthWithUnit(t.diameter, units, 1)}`;

/** The edge with the largest owned tool at each place; made when it is looked at. */
export function useToolShares() {
  const design = useRested((s) => s.design);
  return useMemo(() => {
    if (!design || design.tools.length === 0) return null;
    const reached = reachAlong(derive(design).path);
    return { reached, tools: design.tools, ...shareTools(reached, design.tools) };
  }, [design]);
}

const KINDS = [
  ['spindle', 'spindle'],
  ['bit', 'bit'],
  ['block', 'rounded block'],
  ['straight', 'straight block'],
] as const;

function Adding() {
  const units = usePicked((d) => d.units);
  const [kind, setKind] = useState<(typeof KINDS)[number][0]>('spindle');
  const [diameter, setDiameter] = useState(38);
  const add = (): void => {
    const { edit } = useDesignStore.getState();
    edit('added a tool', (d) =>
      edits.setTools(d, [
        ...d.tools,
        {
          id: edits.freshId(d.tools, 't'),
          kind: kind === 'straight' ? 'block' : kind,
          diameter: kind === 'straight' ? null : diameter,
        },
      ]),
    );
  };
  return (
    <>
      <Pick label={WORDS.tool} value={kind} options={KINDS} onChange={setKind} />
      {kind !== 'straight' && (
        <LengthField
          label={WORDS.diameter}
          value={diameter}
          unit={units}
          limit={LIMITS['tools.diameter']}
          onCommit={(mm) => {
            setDiameter(mm);
            return [];
          }}
        />
      )}
      <HStack justify="end">
        <Button size="2xs" variant="outline" onClick={add}>
          {WORDS.addToTheList}
        </Button>
      </HStack>
    </>
  );
}

/** The round tools that are owned, what each follows of the edge, and the order to sand in. */
export function Tools() {
  const units = usePicked((d) => d.units);
  const tools = usePicked((d) => d.tools);
  const shares = useToolShares();
  const colours = useOverlay((s) => s.tools);
  const edit = useDesignStore((s) => s.edit);
  return (
    <Section title={WORDS.toolsThatReach}>
      {tools.map((t) => (
        <HStack key={t.id} fontSize="12.5px">
          <Text flex="1">{toolWords(t, units)}</Text>
          <Button
            size="2xs"
            variant="ghost"
            onClick={() =>
              edit('removed a tool', (d) =>
                edits.setTools(
                  d,
                  d.tools.filter((o) => o.id !== t.id),
                ),
              )
            }
          >
            {WORDS.remove}
          </Button>
        </HStack>
      ))}
      <Adding />
      {shares && (
        <>
          <Tick
            label={WORDS.colourTheEdgeByTheLargest}
            checked={colours}
            onChange={(on) => useOverlay.getState().set({ tools: on })}
          />
          <Text fontSize="12.5px" fontWeight="600">
            Order to sand in, largest first
          </Text>
          <Box display="grid" role="list" aria-label={WORDS.orderToSandIn}>
            {shares.shares.map(({ tool, length, at }) =>
              tool ? (
                <Reading
                  key={tool.id}
                  label={toolWords(tool, units)}
                  value={lengthWithUnit(length, units, 0)}
                />
              ) : (
                <PlaceRow key="none" at={at!}>
                  ▲ No tool of yours reaches {lengthWithUnit(length, units, 0)} of the edge:{' '}
                  {placeWords(at!, units)}.
                </PlaceRow>
              ),
            )}
          </Box>
        </>
      )}
      <Text fontSize="12px" color="faded">
        Sanding dust harms the lungs: extraction and a fitted mask; follow the tool maker’s instructions,
        local rules and trained help.
      </Text>
    </Section>
  );
}

/** The highest fret that each cutaway lets the hand reach. */
export function Reach() {
  const hand = usePicked((d) => d.hand);
  const lengths = useLengths();
  const design = useRested((s) => s.design);
  const units = usePicked((d) => d.units);
  const reach = useMemo(() => {
    if (!design) return null;
    return derive(design).reach;
  }, [design]);
  if (!reach) return null;
  return (
    <Section title={WORDS.reachOfTheHand}>
      <LengthField
        label={WORDS.roomBesideTheNeck}
        value={hand.room}
        {...lengths('hand.room', (d, room) => edits.setHand(d, { ...d.hand, room }))}
      />
      <LengthField
        label={WORDS.firstFingerReachesOn}
        value={hand.finger}
        {...lengths('hand.finger', (d, finger) => edits.setHand(d, { ...d.hand, finger }))}
      />
      <Reading label={WORDS.bassSideUpTo} value={`fret ${reach.bass.fret}`} />
      <Reading label={WORDS.trebleSideUpTo} value={`fret ${reach.treble.fret}`} />
      <Reading label={WORDS.neckAndBodyOverlap} value={lengthWithUnit(reach.overlap, units, 1)} />
      <Text fontSize="12px" color="faded">
        The hand slides up the neck until wood within its room stops it; the first finger reaches on. A model:
        a hand that lifts over the edge reaches further.
      </Text>
    </Section>
  );
}
