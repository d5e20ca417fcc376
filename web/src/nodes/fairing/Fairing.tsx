import type { Lump, Stretch } from '@pelkin/core';
import { edits, figureAndUnit, lengthWithUnit, sameLump } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';
import { useBoard } from '../../board/boardStore.ts';
import { useDrawnStore as useDesignStore, usePicked, useRestedDrawn as useRested } from '../drawn.ts';
import { LengthField } from '../../shared/LengthField.tsx';
import { Reading, Section } from '../../shared/Section.tsx';
import { SliderRow } from '../../shared/SliderRow.tsx';
import { startFairer } from '../../workers/fairing.ts';
import { useChosen } from '../chosen.ts';
import { useFairing } from './fairing.ts';
import { nodeName, placeWords } from '../../shared/placeWords.ts';
import { WORDS } from '../words.ts';

const LIMIT = { label: WORDS.largestMove, min: 0.02, max: 3, from: 'the furthest that the edge may move' };
/** The slider goes by equal factors: a tenth of a mm matters at its fine end. */
const STEPS = 100;
const toSlider = (mm: number): number => (STEPS * Math.log(mm / LIMIT.min)) / Math.log(LIMIT.max / LIMIT.min);
const fromSlider = (v: number): number =>
  Number((LIMIT.min * (LIMIT.max / LIMIT.min) ** (v / STEPS)).toPrecision(2));

/** The stretch between two chosen nodes, the shorter way round; the whole edge otherwise. */
function useStretch(): Stretch {
  const ids = useChosen((s) => s.ids);
  const order = usePicked((d) => {
    const at = (id: string): number => d.outline.nodes.findIndex((n) => n.id === id);
    const [a, b] = ids;
    if (ids.length !== 2 || !ids.every((id) => at(id) >= 0)) return '';
    const { nodes } = d.outline;
    const there = edits.runBetween(nodes, a!, b!).length;
    return (there <= edits.runBetween(nodes, b!, a!).length ? [a, b] : [b, a]).join(' ');
  });
  if (order === '') return null;
  const [fromId, toId] = order.split(' ') as [string, string];
  return { fromId, toId };
}

/** One lump: what it is, how high and long, and whether it goes. Pressed, its place. */
function LumpRow({ lump, stays }: { lump: Lump; stays: boolean }) {
  const units = usePicked((d) => d.units);
  return (
    <Box
      as="button"
      textAlign="left"
      py="1"
      borderTopWidth="1px"
      borderColor="rule"
      fontSize="12.5px"
      cursor="pointer"
      _hover={{ bg: 'sunk' }}
      onClick={() => useBoard.getState().showPlace(lump.at)}
    >
      <HStack gap="2">
        <Text flex="1">
          {lump.outward ? 'Bump' : 'Dip'} {lengthWithUnit(lump.height, units, 2)} over{' '}
          {lengthWithUnit(lump.length, units, 0)}
        </Text>
        <Text color={stays ? 'ochre' : 'kelp'} fontWeight="600">
          {stays ? '▲ stays' : '● goes'}
        </Text>
      </HStack>
      <Text fontSize="12px" color="faded">
        {placeWords(lump.at, units)}
      </Text>
    </Box>
  );
}

function Looking() {
  const outline = useRested((s) => s.design?.outline ?? null);
  const { tolerance, faired } = useFairing();
  const { setOn, setTolerance, show } = useFairing.getState();
  const units = usePicked((d) => d.units);
  const stretch = useStretch();
  const [from, to] = [stretch?.fromId ?? '', stretch?.toId ?? ''];
  const names = usePicked((d) =>
    [from, to].map((id) => nodeName(d.outline.nodes.findIndex((n) => n.id === id))).join(' to '),
  );
  const fairer = useRef<ReturnType<typeof startFairer> | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(
    () => () => {
      fairer.current?.end();
      fairer.current = null;
    },
    [],
  );
  useEffect(() => {
    if (!outline) return;
    fairer.current ??= startFairer();
    let left = false;
    fairer.current
      .fair(outline, from === '' ? null : { fromId: from, toId: to }, tolerance)
      .then((answer) => {
        if (!left && answer) show(answer);
      })
      .catch((error: unknown) => !left && setProblem(error instanceof Error ? error.message : String(error)));
    return () => {
      left = true;
    };
  }, [outline, from, to, tolerance, show]);
  const stays = (l: Lump): boolean => faired?.after.some((a) => sameLump(a, l)) ?? true;
  const going = faired?.before.filter((l) => !stays(l)).length ?? 0;
  const moved = figureAndUnit(faired?.moved ?? 0, units, 2);
  const apply = (): void => {
    const { design, edit } = useDesignStore.getState();
    if (!design || !faired || design.outline !== outline) return;
    edit(`faired ${going} ${going === 1 ? 'lump' : 'lumps'}`, (d) =>
      edits.setOutline(d, { nodes: faired.nodes }),
    );
  };
  return (
    <>
      <Text fontSize="12.5px">{stretch ? `From ${names}.` : 'The whole edge.'}</Text>
      <LengthField
        label={WORDS.edgeMayMoveBy}
        value={tolerance}
        unit={units}
        limit={LIMIT}
        places={2}
        onCommit={(mm) => {
          setTolerance(mm);
          return [];
        }}
      />
      <SliderRow
        name={WORDS.howFarTheEdgeMayMove}
        min={0}
        max={STEPS}
        value={toSlider(tolerance)}
        onChange={(v) => setTolerance(fromSlider(v))}
      />
      {problem && (
        <Text fontSize="12px" color="madder" role="alert">
          {problem}
        </Text>
      )}
      {faired && (
        <>
          <Reading label={WORDS.lumpsBefore} value={String(faired.before.length)} unit="" />
          <Reading label={WORDS.lumpsAfter} value={String(faired.after.length)} unit="" />
          <Reading label={WORDS.theEdgeMovesByUpTo} value={moved.figure} unit={moved.unit} />
          <Box display="grid" role="list" aria-label={WORDS.lumps}>
            {faired.before.map((l) => (
              <LumpRow key={`${l.at.x} ${l.at.y}`} lump={l} stays={stays(l)} />
            ))}
          </Box>
          {faired.before.length === 0 && (
            <Text fontSize="12.5px" color="faded">
              No lump that a finger would feel (0.03 mm and more).
            </Text>
          )}
          {faired.after.length > 0 && (
            <Text fontSize="12px" color="faded">
              What stays needs more than the edge may move, or depends on pinned nodes, corners or smooth
              nodes.
            </Text>
          )}
        </>
      )}
      <HStack justify="end">
        <Button size="2xs" variant="outline" onClick={() => setOn(false)}>
          {WORDS.cancel}
        </Button>
        <Button size="2xs" colorPalette="green" disabled={going === 0} onClick={apply}>
          {WORDS.fairIt}
        </Button>
      </HStack>
    </>
  );
}

/** Lumps of the edge, and the edge without them: looked at first, then taken. */
export function Fairing() {
  const on = useFairing((s) => s.on);
  useEffect(() => () => useFairing.getState().setOn(false), []);
  return (
    <Section
      title={WORDS.lumps}
      aside={
        !on && (
          <Button size="2xs" variant="outline" onClick={() => useFairing.getState().setOn(true)}>
            {WORDS.lookForLumps}
          </Button>
        )
      }
    >
      {on ? (
        <Looking />
      ) : (
        <Text fontSize="12px" color="faded">
          Bumps and dips that a hand along the edge would feel, and the edge without them. Two chosen nodes
          mark a stretch.
        </Text>
      )}
    </Section>
  );
}
