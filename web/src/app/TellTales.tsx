import type { Design, Point } from '@pelkin/core';
import { formatLength, unitSuffix } from '@pelkin/core';
import { Box, HStack, Text } from '@chakra-ui/react';
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { useBoard } from '../board/boardStore.ts';
import type { Derived } from '../design/derived.ts';
import { derive } from '../design/derived.ts';
import { useDesign, useDesignStore } from '../design/store.ts';

interface Tale {
  readonly key: string;
  readonly label: string;
  /** The number itself, mm or a count; null when there is none to tell. */
  readonly value: number | null;
  readonly shown: string;
  readonly unit: string;
  readonly note: string;
  readonly state: 'well' | 'look';
  readonly place: Point | null;
  readonly stage: 'outline' | 'templates';
}

const middle = (a: Point | null, b: Point | null): Point | null =>
  a && b ? { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 } : null;

const sideOf = (p: Point): string =>
  Math.abs(p.y) < 1 ? 'on the centre line' : p.y > 0 ? 'bass side' : 'treble side';

/** The live readings of a design. */
function talesOf(design: Design, derived: Derived): readonly Tale[] {
  const { measures: m, plan } = derived;
  const u = design.units;
  const length = (mm: number): string => formatLength(mm, u);
  const suffix = unitSuffix(u);
  const { hollow } = m;
  const leftOut = plan.tiles.length - plan.printed.length;
  return [
    {
      key: 'length',
      label: 'Length',
      value: m.length,
      shown: length(m.length),
      unit: suffix,
      note: `${length(Math.max(0, -m.box.minX))} ${suffix} behind the bridge`,
      state: 'well',
      place: { x: (m.box.minX + m.box.maxX) / 2, y: 0 },
      stage: 'outline',
    },
    {
      key: 'widest',
      label: 'Widest',
      value: m.widest,
      shown: length(m.widest),
      unit: suffix,
      note:
        m.lowerBout !== null && Math.abs(m.widest - m.lowerBout) < 0.05 ? 'at the lower bout' : 'over all',
      state: 'well',
      place: middle(m.bass.lowerBout, m.treble.lowerBout),
      stage: 'outline',
    },
    {
      key: 'hollow',
      label: 'Tightest hollow',
      value: hollow?.radius ?? null,
      shown: hollow ? `R ${length(hollow.radius)}` : 'none',
      unit: hollow ? suffix : '',
      note: hollow
        ? `${hollow.kind === 'corner' ? 'sharp corner, ' : ''}${sideOf(hollow.at)}`
        : 'convex all round',
      state: hollow?.kind === 'corner' ? 'look' : 'well',
      place: hollow?.at ?? null,
      stage: 'outline',
    },
    {
      key: 'sheets',
      label: 'Sheets to print',
      value: plan.printed.length,
      shown: String(plan.printed.length),
      unit: design.print.paper,
      note: leftOut ? `${leftOut} empty left out` : `${plan.grid.columns} across, ${plan.grid.rows} high`,
      state: 'well',
      place: null,
      stage: 'templates',
    },
  ];
}

/** How a reading was moved by the last step, with its way; null when it was not. */
function moved(now: Tale, before: Tale | undefined, design: Design): string | null {
  if (!before || now.value === null || before.value === null) return null;
  const by = now.value - before.value;
  const size = now.key === 'sheets' ? String(Math.abs(by)) : formatLength(Math.abs(by), design.units);
  return Math.abs(by) < 0.05 ? null : `${by > 0 ? '▲' : '▼'} ${size}`;
}

/** Live readings that every change moves; pressing one goes to its place on the board. */
export function TellTales() {
  const design = useDesign();
  const id = useDesignStore((s) => s.id);
  const previous = useDesignStore((s) => s.past.at(-1)?.design);
  const navigate = useNavigate();
  const showPlace = useBoard((s) => s.showPlace);
  const tales = useMemo(() => talesOf(design, derive(design)), [design]);
  const before = useMemo(() => (previous ? talesOf(previous, derive(previous)) : []), [previous]);
  const go = (tale: Tale): void => {
    void navigate(`/designs/${id}/${tale.stage}`);
    if (tale.place) setTimeout(() => showPlace(tale.place), 0);
  };
  return (
    <HStack
      as="section"
      aria-label="Tell-tales"
      bg="tar"
      color="onTar"
      gap="0"
      align="stretch"
      h="64px"
      borderTopWidth="1px"
      borderColor="tarLight"
    >
      {tales.map((tale) => {
        const change = moved(
          tale,
          before.find((b) => b.key === tale.key),
          design,
        );
        return (
          <Box
            as="button"
            key={tale.key}
            data-testid={`tale-${tale.key}`}
            onClick={() => go(tale)}
            flex="1"
            maxW="320px"
            textAlign="left"
            px="4"
            py="1.5"
            cursor="pointer"
            borderRightWidth="1px"
            borderColor="tarLight"
            _hover={{ bg: 'tarLight' }}
          >
            <Text fontSize="11.5px" color="onTarFaded">
              {tale.state === 'look' && (
                <Text as="span" color="ochreOnTar">
                  ▲ look:{' '}
                </Text>
              )}
              {tale.label}
            </Text>
            <HStack gap="1.5" align="baseline" lineHeight="1.2">
              <Text fontFamily="mono" fontSize="16px" fontWeight="600">
                {tale.shown}
              </Text>
              <Text fontSize="11.5px" color="onTarFaded">
                {tale.unit}
              </Text>
              {change !== null && (
                <Text fontFamily="mono" fontSize="11.5px" color="kelpOnTar" ml="auto">
                  {change}
                </Text>
              )}
            </HStack>
            <Text fontSize="11px" color="onTarFaded" truncate>
              {tale.note}
            </Text>
          </Box>
        );
      })}
    </HStack>
  );
}
