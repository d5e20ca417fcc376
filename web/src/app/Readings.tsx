import type { Design } from '@pelkin/core';
import { lengthWithUnit, remember } from '@pelkin/core';
import { Box, HStack, Text } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { useBoard } from '../board/boardStore.ts';
import { Live } from '../design/Live.tsx';
import { derive } from '../design/derived.ts';
import { useFollowed } from '../design/followed.ts';
import { useLongSteps } from '../design/longResults.ts';
import { useRested } from '../design/rested.ts';
import { useDesignStore } from '../design/store.ts';
import { Later } from '../shared/Later.tsx';
import { OwnLayout } from '../shared/OwnLayout.tsx';
import { ALL_STAGES } from '../stages/all.ts';
import type { Read, Reading, Stage } from '../stages/stage.ts';
import type { Found } from '../design/findings.ts';
import { useFindingsList, useLooked } from '../design/findings.ts';
import { FRAMES } from './frame.ts';
import { WORDS } from './words.ts';

/** A stage's reading, made once for each design. */
interface Shown {
  readonly stage: Stage;
  readonly reading: Reading;
  readonly read: (design: Design) => Read;
}
const READINGS: readonly Shown[] = ALL_STAGES.flatMap((stage) =>
  stage.readings.map((reading) => ({
    stage,
    reading,
    read:
      reading.long || reading.ownMemory
        ? (design: Design) => reading.of(design, derive(design))
        : remember((design: Design) => reading.of(design, derive(design))),
  })),
);

/** How a reading was moved by the last step, with its way; empty when it was not. */
function moved({ reading, read }: Shown, design: Design, before: Design | null): string {
  const now = read(design).value;
  const then = before ? read(before).value : null;
  if (now === null || then === null) return '';
  const by = now - then;
  const plain = reading.isCount ? String(Math.abs(by)) : lengthWithUnit(Math.abs(by), design.units);
  const size = reading.by ? reading.by(Math.abs(by)) : Math.abs(by) < 0.05 ? '' : plain;
  return size && `${by > 0 ? '▲' : '▼'} ${size}`;
}

function Moved({ of }: { of: Shown }) {
  return useFollowed((s) => (s.design ? moved(of, s.design, s.before) : ''));
}

/** The words of a reading: its label, figure, unit, and where it stands. */
function Words({
  of,
  read,
  aside,
}: {
  of: Shown;
  read: (pick: (r: Read) => string) => ReactNode;
  aside?: ReactNode;
}) {
  return (
    <>
      <Text fontSize="11.5px" color="onTarFaded">
        {of.reading.label}
      </Text>
      <HStack gap="1.5" align="baseline" lineHeight="1.2">
        <Text fontFamily="mono" fontSize="16px" fontWeight="600">
          {read((r) => r.shown)}
        </Text>
        <Text fontSize="11.5px" color="onTarFaded">
          {read((r) => r.unit)}
        </Text>
      </HStack>
      {/* How far it moved is shown whole, whatever it takes of the note. */}
      <HStack gap="1" align="baseline" fontSize="11px" lineHeight="1.45">
        <Text flex="1" minW="0" color="onTarFaded" truncate>
          {read((r) => r.note)}
        </Text>
        {aside}
      </HStack>
    </>
  );
}

/** Goes to a reading's stage, and to its place on the board. */
function useGo(of: Shown): () => void {
  const navigate = useNavigate();
  return () => {
    const { id, design } = useDesignStore.getState();
    if (!design) return;
    const { place } = of.read(design);
    void navigate(`/designs/${id}/${of.stage.key}`);
    // The stage fits its own work first; then the place is gone to.
    if (place) setTimeout(() => useBoard.getState().showPlace(place), 0);
  };
}

/** One that follows every change. */
function Following({ of }: { of: Shown }) {
  // At rest it may be told more exactly than while it was dragged.
  useRested((s) => (of.reading.ownMemory ? s.design : null));
  return (
    <ReadingBox name={of.reading.key} onGo={useGo(of)}>
      <Words
        of={of}
        read={(pick) => <Live of={(d) => pick(of.read(d))} />}
        aside={
          <Text fontFamily="mono" color="kelpOnTar" whiteSpace="nowrap" _empty={{ display: 'none' }}>
            <Moved of={of} />
          </Text>
        }
      />
    </ReadingBox>
  );
}

/** What takes long is begun when nothing has changed for so long, ms: not between two changes that follow each other. */
const LONG_REST_MS = 1500;

/** The design that a reading is read of, as it rests; null for one that takes long until it has rested for a while. */
function useReadOf({ reading }: Shown): Design | null {
  const rested = useRested((s) => s.design);
  const [settled, settle] = useState<Design | null>(null);
  useEffect(() => {
    if (!reading.long) return undefined;
    const timer = setTimeout(() => settle(rested), LONG_REST_MS);
    return () => clearTimeout(timer);
  }, [reading, rested]);
  // Not of an earlier state: what is under way for the present one would be stopped for it.
  return !reading.long || settled === rested ? rested : null;
}

/** One that follows when the hand rests. */
function Resting({ of }: { of: Shown }) {
  const design = useReadOf(of);
  useLongSteps();
  const read = design ? of.read(design) : null;
  return (
    <ReadingBox name={of.reading.key} onGo={useGo(of)}>
      <Words of={of} read={(pick) => (read ? pick(read) : '…')} />
    </ReadingBox>
  );
}

/** One reading of the strip: a press goes to its place. */
function ReadingBox({
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
      data-testid={`reading-${name}`}
      {...(isOpen === undefined ? {} : { 'aria-expanded': isOpen })}
      onClick={onGo}
      // Findings, which open a list, have the longest note.
      flex={isOpen === undefined ? '1' : '1.3'}
      // Where not all have room beside one another, the strip is pushed sideways.
      minW="104px"
      maxW="320px"
      textAlign="left"
      px="2"
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

/** Lines of a list of findings, with those that a line only counts. */
const countOf = (found: readonly Found[]): number =>
  found.reduce((sum, { finding }) => sum + (finding.more ?? 1), 0);

/** How many findings stand open; pressed, their list. */
function FindingsReading() {
  const { found, checking } = useLooked();
  // Just opened, nothing was looked at yet: that is not “no problems found”.
  const looked = useRested((s) => s.design !== null);
  const { open, setOpen } = useFindingsList();
  const standing = found.filter((f) => f.reason === null);
  const stops = countOf(standing.filter((f) => f.finding.severity === 'stop'));
  const accepted = found.length - standing.length;
  const state = stops > 0 ? 'stop' : standing.length > 0 ? 'look' : 'well';
  const notes = [
    stops > 0
      ? `${stops} to stop for`
      : standing.length > 0
        ? 'to look at'
        : checking > 0
          ? ''
          : 'no problems found',
    accepted > 0 ? `${accepted} accepted` : '',
    checking > 0 ? 'still checking' : '',
  ];
  return (
    <ReadingBox name="findings" onGo={() => setOpen(!open)} isOpen={open}>
      <Text fontSize="11.5px" color="onTarFaded">
        {state !== 'well' && (
          <Text as="span" color={state === 'stop' ? 'madderOnTar' : 'ochreOnTar'}>
            {state === 'stop' ? '■ stop: ' : '▲ look: '}
          </Text>
        )}
        Findings
      </Text>
      <Text fontFamily="mono" fontSize="16px" fontWeight="600" lineHeight="1.2">
        {looked ? countOf(standing) : '…'}
      </Text>
      <Text fontSize="11px" color="onTarFaded" truncate>
        {looked ? notes.filter(Boolean).join(', ') : 'checking'}
      </Text>
    </ReadingBox>
  );
}

/** Live readings that every change moves; pressing one goes to its place on the board. */
export function Readings() {
  return (
    <OwnLayout
      as="section"
      aria-label={WORDS.readings}
      bg="tar"
      color="onTar"
      h={`${FRAMES.wide.readings}px`}
      borderTopWidth="1px"
      borderColor="tarLight"
    >
      <HStack gap="0" align="stretch" h="full" overflowX="auto" scrollbarWidth="thin">
        <Later>
          {READINGS.map((r) =>
            r.reading.rests ? (
              <Resting key={r.reading.key} of={r} />
            ) : (
              <Following key={r.reading.key} of={r} />
            ),
          )}
          <FindingsReading />
        </Later>
      </HStack>
    </OwnLayout>
  );
}
