import type { Derived, Design, Later, Shaded } from '@pelkin/core';
import { crownDrop, flattenPath, wordsOfFinding } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import type { Block } from '../board/solid/scene.ts';
import type { SolidMark } from '../board/solid/SolidView.tsx';
import { SolidView } from '../board/solid/SolidView.tsx';
import { useSolidLook } from '../board/solid/solidStore.ts';
import { derive, stopLong } from '../design/derived.ts';
import type { Found } from '../design/findings.ts';
import { useFound } from '../design/findings.ts';
import { useLongSteps } from '../design/longResults.ts';
import { useRested } from '../design/rested.ts';
import { useDesignStore } from '../design/store.ts';
import { WORDS } from './words.ts';

/** Chords of parts beside the body stay so near to them, mm: they are looked at, not made. */
const PART_CHORD = 0.1;
/** Marks stand off the face by so much, mm. */
const OFF_FACE = 2;

/** What a fitting of the neck looks like: wood and markers are shown whether parts are or not. */
const LOOKS = { board: 'board', marker: 'pale', nut: 'pale', fret: 'wire', tuner: 'part' } as const;

const blocksOf = ({ layout }: Derived): readonly Block[] =>
  layout.parts.flatMap(({ solids }) =>
    solids
      .filter(({ high, low }) => high > low)
      .map(({ path, low, high }): Block => ({
        plan: flattenPath(path, PART_CHORD),
        low,
        high,
        look: 'part',
        frame: null,
        crown: null,
      })),
  );

const fittingsOf = ({ neckFittings }: Derived): readonly Block[] =>
  neckFittings.fittings.map(({ what, crown, isOnCrown, ...block }) => ({
    ...block,
    look: LOOKS[what],
    crown: crown && { drop: (x, y) => crownDrop(crown, x, y), isBelowToo: isOnCrown },
  }));

/** Open findings that have a place, on the front face. */
const marksOf = (found: readonly Found[], units: Design['units']): readonly SolidMark[] =>
  found.flatMap(({ finding, reason }, i) => {
    if (!finding.where || reason !== null) return [];
    const { title, says } = wordsOfFinding(finding, units);
    return [
      {
        key: `${i} ${finding.rule} ${finding.subject}`,
        at: { ...finding.where, z: OFF_FACE },
        words: `${title}: ${says}`,
        severity: finding.severity,
      },
    ];
  });

/** How far the solid is, and a press that ends it. */
function Making({ share, onStop }: { share: number; onStop: () => void }) {
  return (
    <HStack
      position="absolute"
      left="3"
      top="3"
      gap="3"
      bg="sheet"
      borderWidth="1px"
      borderColor="rule"
      rounded="l2"
      px="3"
      py="1.5"
      role="status"
    >
      <Text fontSize="13px">
        {WORDS.makingTheSolid} {Math.round(share * 100)} %
      </Text>
      <Button size="2xs" variant="outline" onClick={onStop}>
        {WORDS.stop}
      </Button>
    </HStack>
  );
}

const NO_STRINGS: readonly never[] = [];

/** What is seen of a design: while the next is made, the last is still shown. */
function useLatest(
  id: string | null,
  seen: Later<Shaded> | null,
): { readonly value: Shaded | null; readonly seen: Later<Shaded> | null } {
  const [last, setLast] = useState<{ readonly of: string | null; readonly solid: Shaded } | null>(null);
  const fresh = seen?.state === 'ready' ? seen.value : null;
  if (fresh && fresh !== last?.solid) setLast({ of: id, solid: fresh });
  return { seen, value: fresh ?? (last?.of === id ? last.solid : null) };
}

/** Body and neck as one solid, with all that stands on them, in the board's place. While the next is made, the last is still shown. */
export function InstrumentSolid() {
  useLongSteps();
  const id = useDesignStore((s) => s.id);
  const design = useRested((s) => s.design);
  const found = useFound();
  const [stopped, setStopped] = useState<Design | null>(null);
  const withNeck = useSolidLook((s) => s.neck);
  const isStopped = stopped !== null && stopped === design;
  const derived = design ? derive(design) : null;
  const body = useLatest(id, derived && !isStopped ? derived.seenSolid : null);
  const neck = useLatest(id, derived && !isStopped && withNeck ? derived.seenNeck : null);
  const solid = body.value;
  const blocks = useMemo(
    () => (derived ? [...blocksOf(derived), ...(withNeck ? fittingsOf(derived) : [])] : []),
    [derived, withNeck],
  );
  const strings = derived && withNeck ? derived.neckFittings.strings : NO_STRINGS;
  const making = [body.seen, neck.seen].filter((s) => s?.state === 'pending');
  const failed = [body.seen, neck.seen].find((s) => s?.state === 'failed');
  const marks = useMemo(() => (design ? marksOf(found, design.units) : []), [found, design]);
  return (
    <Box position="absolute" inset="0">
      {solid && id && design && (
        <SolidView
          label={`${WORDS.theInstrumentAsASolid}: ${design.name}`}
          of={id}
          solid={solid}
          neck={withNeck ? neck.value : null}
          strings={strings}
          blocks={blocks}
          marks={marks}
          mirrored={design.handedness === 'left'}
        />
      )}
      {making.length > 0 && (
        <Making
          share={making.reduce((sum, s) => sum + s!.share, 0) / making.length}
          onStop={() => {
            stopLong('seenSolid');
            stopLong('seenNeck');
            setStopped(design);
          }}
        />
      )}
      {isStopped && (
        <HStack
          position="absolute"
          left="3"
          top="3"
          gap="3"
          bg="sheet"
          rounded="l2"
          px="3"
          py="1.5"
          role="status"
        >
          <Text fontSize="13px">{WORDS.notMade}</Text>
          <Button size="2xs" variant="outline" onClick={() => setStopped(null)}>
            {WORDS.makeTheSolid}
          </Button>
        </HStack>
      )}
      {failed?.state === 'failed' && (
        <Text
          position="absolute"
          left="3"
          top="3"
          bg="sheet"
          rounded="l2"
          px="3"
          py="1.5"
          role="alert"
          fontSize="13px"
        >
          {failed.message}
        </Text>
      )}
    </Box>
  );
}
