import type { Derived, Design, Shaded } from '@pelkin/core';
import { flattenPath, wordsOfFinding } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import type { Block } from '../../board/solid/scene.ts';
import type { SolidMark } from '../../board/solid/SolidView.tsx';
import { SolidView } from '../../board/solid/SolidView.tsx';
import { derive, stopLong } from '../../design/derived.ts';
import type { Found } from '../../design/findings.ts';
import { useFound } from '../../design/findings.ts';
import { useLongSteps } from '../../design/longResults.ts';
import { useRested } from '../../design/rested.ts';
import { useDesignStore } from '../../design/store.ts';
import { WORDS } from './words.ts';

/** Chords of parts beside the body stay so near to them, mm: they are looked at, not made. */
const PART_CHORD = 0.1;
/** Marks stand off the face by so much, mm. */
const OFF_FACE = 2;

const blocksOf = ({ layout }: Derived): readonly Block[] =>
  layout.parts.flatMap(({ solids }) =>
    solids
      .filter(({ high, low }) => high > low)
      .map(({ path, low, high }) => ({ plan: flattenPath(path, PART_CHORD), low, high })),
  );

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

/** The body as a solid in the board's place. While the next is made, the last is still shown. */
export function SolidOfBody() {
  useLongSteps();
  const id = useDesignStore((s) => s.id);
  const design = useRested((s) => s.design);
  const found = useFound();
  const [stopped, setStopped] = useState<Design | null>(null);
  const [last, setLast] = useState<{ readonly of: string | null; readonly solid: Shaded } | null>(null);
  const isStopped = stopped !== null && stopped === design;
  const seen = design && !isStopped ? derive(design).seenSolid : null;
  const fresh = seen?.state === 'ready' ? seen.value : null;
  if (fresh && fresh !== last?.solid) setLast({ of: id, solid: fresh });
  const solid = fresh ?? (last?.of === id ? last.solid : null);
  const blocks = useMemo(() => (design ? blocksOf(derive(design)) : []), [design]);
  const marks = useMemo(() => (design ? marksOf(found, design.units) : []), [found, design]);
  return (
    <Box position="absolute" inset="0">
      {solid && id && design && (
        <SolidView
          label={`${WORDS.theBodyAsASolid}: ${design.name}`}
          of={id}
          solid={solid}
          blocks={blocks}
          marks={marks}
          mirrored={design.handedness === 'left'}
        />
      )}
      {seen?.state === 'pending' && (
        <Making
          share={seen.share}
          onStop={() => {
            stopLong('seenSolid');
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
      {seen?.state === 'failed' && (
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
          {seen.message}
        </Text>
      )}
    </Box>
  );
}
