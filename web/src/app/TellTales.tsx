import type { Design, Point } from '@pelkin/core';
import { figureAndUnit, floorsOf, lengthWithUnit, paperName, remember, wallsOf } from '@pelkin/core';
import { Box, HStack, Text } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { useBoard } from '../board/boardStore.ts';
import { Live } from '../design/Live.tsx';
import { derive, usePicked } from '../design/derived.ts';
import { useFollowed } from '../design/followed.ts';
import { useRested } from '../design/rested.ts';
import { useDesignStore } from '../design/store.ts';
import { Later } from '../shared/Later.tsx';
import { OwnLayout } from '../shared/OwnLayout.tsx';
import { useFindingsList, useFound } from './findings.ts';
import { FRAME } from './frame.ts';

interface Tale {
  readonly key: Key;
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
const talesOf = remember((design: Design): readonly Tale[] => {
  const derived = derive(design);
  const { measures: m, plan } = derived;
  const u = design.units;
  const length = (mm: number): string => figureAndUnit(mm, u).figure;
  const suffix = figureAndUnit(0, u).unit;
  const { hollow } = m;
  const leftOut = plan.tiles.length - plan.printed.length;
  return [
    {
      key: 'length',
      label: 'Length',
      value: m.length,
      shown: length(m.length),
      unit: suffix,
      note: `${lengthWithUnit(Math.max(0, -m.box.minX), u)} behind the bridge`,
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
      state: 'well',
      place: hollow?.at ?? null,
      stage: 'outline',
    },
    {
      key: 'sheets',
      label: 'Sheets to print',
      value: plan.printed.length,
      shown: String(plan.printed.length),
      unit: paperName(design.print.paper),
      note: leftOut ? `${leftOut} empty left out` : `${plan.grid.columns} across, ${plan.grid.rows} high`,
      state: 'well',
      place: null,
      stage: 'templates',
    },
  ];
});

type Key = 'length' | 'widest' | 'hollow' | 'sheets';
const KEYS: readonly Key[] = ['length', 'widest', 'hollow', 'sheets'];
const taleOf = (design: Design, key: Key): Tale => talesOf(design).find((t) => t.key === key)!;

/** How a reading was moved by the last step, with its way; empty when it was not. */
function moved(key: Key, design: Design, before: Design | null): string {
  const now = taleOf(design, key).value;
  const then = before ? taleOf(before, key).value : null;
  if (now === null || then === null) return '';
  const by = now - then;
  const size = key === 'sheets' ? String(Math.abs(by)) : lengthWithUnit(Math.abs(by), design.units);
  return Math.abs(by) < 0.05 ? '' : `${by > 0 ? '▲' : '▼'} ${size}`;
}

function Moved({ of }: { of: Key }) {
  return useFollowed((s) => (s.design ? moved(of, s.design, s.before) : ''));
}

function TellTale({ of }: { of: Key }) {
  const label = usePicked((d) => taleOf(d, of).label);
  const look = usePicked((d) => taleOf(d, of).state === 'look');
  const navigate = useNavigate();
  const go = (): void => {
    const { id, design } = useDesignStore.getState();
    if (!design) return;
    const { stage, place } = taleOf(design, of);
    void navigate(`/designs/${id}/${stage}`);
    // The stage fits its own work first; then the place is gone to.
    if (place) setTimeout(() => useBoard.getState().showPlace(place), 0);
  };
  return (
    <TaleBox name={of} onGo={go}>
      <Text fontSize="11.5px" color="onTarFaded">
        {look && (
          <Text as="span" color="ochreOnTar">
            ▲ look:{' '}
          </Text>
        )}
        {label}
      </Text>
      <HStack gap="1.5" align="baseline" lineHeight="1.2">
        <Text fontFamily="mono" fontSize="16px" fontWeight="600">
          <Live of={(d) => taleOf(d, of).shown} />
        </Text>
        <Text fontSize="11.5px" color="onTarFaded">
          <Live of={(d) => taleOf(d, of).unit} />
        </Text>
        <Text fontFamily="mono" fontSize="11.5px" color="kelpOnTar" ml="auto">
          <Moved of={of} />
        </Text>
      </HStack>
      <Text fontSize="11px" color="onTarFaded" truncate>
        <Live of={(d) => taleOf(d, of).note} />
      </Text>
    </TaleBox>
  );
}

/** One reading of the strip: a press goes to its place. */
function TaleBox({
  name,
  onGo,
  isOpen,
  children,
}: {
  name: string;
  onGo: () => void;
  isOpen?: boolean;
  children: ReactNode;
}) {
  return (
    <Box
      as="button"
      data-testid={`tale-${name}`}
      {...(isOpen === undefined ? {} : { 'aria-expanded': isOpen })}
      onClick={onGo}
      flex="1"
      minW="0"
      maxW="320px"
      textAlign="left"
      px="4"
      py="1.5"
      cursor="pointer"
      borderRightWidth="1px"
      borderColor="tarLight"
      bg={isOpen ? 'tarLight' : undefined}
      _hover={{ bg: 'tarLight' }}
    >
      {children}
    </Box>
  );
}

interface Thin {
  readonly mm: number;
  readonly at: Point;
  readonly note: string;
}

const thinnestWall = remember((design: Design): Thin | null =>
  wallsOf(derive(design).laid, (design.body.grain * Math.PI) / 180).reduce<Thin | null>(
    (least, w) =>
      least && least.mm <= w.thickness
        ? least
        : { mm: w.thickness, at: w.at, note: w.b ? `${w.a.name}, ${w.b.name}` : `${w.a.name}, edge` },
    null,
  ),
);
const thinnestFloor = remember((design: Design): Thin | null =>
  floorsOf(derive(design).laid).reduce<Thin | null>(
    (least, f) =>
      least && least.mm <= f.thickness
        ? least
        : { mm: f.thickness, at: f.at, note: f.b ? `${f.a.name}, ${f.b.name}` : f.a.name },
    null,
  ),
);

/** The thinnest wood of a kind; it follows when the hand rests, since every pair of openings is looked at. */
function ThinTale({ name, label, of }: { name: string; label: string; of: (design: Design) => Thin | null }) {
  const design = useRested((s) => s.design);
  const navigate = useNavigate();
  const thin = design ? of(design) : null;
  const { figure, unit } = figureAndUnit(thin?.mm ?? 0, design?.units ?? 'mm');
  const go = (): void => {
    void navigate(`/designs/${useDesignStore.getState().id}/layout`);
    if (thin) setTimeout(() => useBoard.getState().showPlace(thin.at), 0);
  };
  return (
    <TaleBox name={name} onGo={go}>
      <Text fontSize="11.5px" color="onTarFaded">
        {label}
      </Text>
      <HStack gap="1.5" align="baseline" lineHeight="1.2">
        <Text fontFamily="mono" fontSize="16px" fontWeight="600">
          {thin ? figure : '–'}
        </Text>
        <Text fontSize="11.5px" color="onTarFaded">
          {thin ? unit : ''}
        </Text>
      </HStack>
      <Text fontSize="11px" color="onTarFaded" truncate>
        {thin ? thin.note : 'nothing near'}
      </Text>
    </TaleBox>
  );
}

/** How many findings stand open; pressed, their list. */
function FindingsTale() {
  const found = useFound();
  // Just opened, nothing was looked at yet: that is not “nothing amiss”.
  const looked = useRested((s) => s.design !== null);
  const { open, setOpen } = useFindingsList();
  const standing = found.filter((f) => f.reason === null);
  const stops = standing.filter((f) => f.finding.severity === 'stop').length;
  const accepted = found.length - standing.length;
  const state = stops > 0 ? 'stop' : standing.length > 0 ? 'look' : 'well';
  const notes = [
    stops > 0 ? `${stops} to stop for` : standing.length > 0 ? 'to look at' : 'nothing amiss',
    accepted > 0 ? `${accepted} accepted` : '',
  ];
  return (
    <TaleBox name="findings" onGo={() => setOpen(!open)} isOpen={open}>
      <Text fontSize="11.5px" color="onTarFaded">
        {state !== 'well' && (
          <Text as="span" color={state === 'stop' ? 'madderOnTar' : 'ochreOnTar'}>
            {state === 'stop' ? '■ stop: ' : '▲ look: '}
          </Text>
        )}
        Findings
      </Text>
      <Text fontFamily="mono" fontSize="16px" fontWeight="600" lineHeight="1.2">
        {looked ? standing.length : '…'}
      </Text>
      <Text fontSize="11px" color="onTarFaded" truncate>
        {looked ? notes.filter(Boolean).join(', ') : 'looking'}
      </Text>
    </TaleBox>
  );
}

/** Live readings that every change moves; pressing one goes to its place on the board. */
export function TellTales() {
  return (
    <OwnLayout
      as="section"
      aria-label="Tell-tales"
      bg="tar"
      color="onTar"
      h={`${FRAME.tales}px`}
      borderTopWidth="1px"
      borderColor="tarLight"
    >
      <HStack gap="0" align="stretch" h="full">
        <Later>
          {KEYS.map((key) => (
            <TellTale key={key} of={key} />
          ))}
          <ThinTale name="wall" label="Thinnest wall" of={thinnestWall} />
          <ThinTale name="floor" label="Thinnest floor" of={thinnestFloor} />
          <FindingsTale />
        </Later>
      </HStack>
    </OwnLayout>
  );
}
