import { Button, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { DrawnLine } from '../drawn.ts';
import { useDerived, useDrawnLine, usePicked } from '../drawn.ts';
import { LengthField } from '../../shared/LengthField.tsx';
import { Pick } from '../../shared/Pick.tsx';
import { Section } from '../../shared/Section.tsx';
import { ByNumbers } from './ByNumbers.tsx';
import { Hint, TaskButton } from './TaskButton.tsx';
import type { KnownKind } from './knownMarks.ts';
import { SHEETS, artworkMarks, boardMarks, rectangleMarks } from './knownMarks.ts';
import type { MarkedPlane } from '../../workers/tracing.ts';
import { makeUpright } from './layUnder.ts';
import { useTracing } from './tracing.ts';
import { TRACED, WORDS } from '../words.ts';

const SIDE = { label: WORDS.side, min: 20, max: 2000, from: 'corner to corner' };
const SLANT_TASKS = ['corners', 'straight-edge'] as const;

const planesBy = (line: DrawnLine) =>
  [
    ['face', TRACED[line].onIt],
    ['bench', TRACED[line].besideIt],
  ] as const;

const KNOWN: readonly (readonly [KnownKind, string])[] = [
  ...SHEETS.map(([key, words]) => [key, words] as const),
  ['own', 'My own rectangle'],
  ['board', 'The fingerboard’s nut and last fret'],
  ['artwork', 'An artwork sheet’s crosses'],
  ['artwork-back', 'Crosses of an artwork sheet of the back'],
];

/** A photo taken at an angle, straightened by four marks. */
export function Perspective() {
  const { task, marks, straights } = useTracing();
  const { stringPlan, measures } = useDerived();
  const isLeft = usePicked((d) => d.handedness === 'left');
  const units = usePicked((d) => d.units);
  const line = useDrawnLine((s) => s.line);
  const [kind, setKind] = useState<KnownKind>('a4');
  const [plane, setPlane] = useState<MarkedPlane>('face');
  const [own, setOwn] = useState({ long: 300, short: 200 });
  const sheet = SHEETS.find(([key]) => key === kind);
  const artwork = kind === 'artwork' ? 'front' : kind === 'artwork-back' ? 'back' : null;
  const isSheet = kind !== 'board' && artwork === null;
  const known =
    kind === 'board'
      ? boardMarks(stringPlan)
      : artwork
        ? artworkMarks(measures.box, isLeft, artwork)
        : rectangleMarks(
            sheet ? sheet[2] : Math.max(own.long, own.short),
            sheet ? sheet[3] : Math.min(own.long, own.short),
            marks,
          );
  return (
    <Section title={WORDS.photoTakenAtAnAngle}>
      <HStack wrap="wrap" gap="1">
        <TaskButton task="corners">{WORDS.markFourKnownPoints}</TaskButton>
        <TaskButton task="straight-edge">{WORDS.markAStraightEdge}</TaskButton>
      </HStack>
      {task === 'corners' && (
        <>
          <Pick label={WORDS.whatIsMarked} value={kind} options={KNOWN} onChange={setKind} />
          {kind === 'own' && (
            <>
              {(['long', 'short'] as const).map((side) => (
                <LengthField
                  key={side}
                  label={side === 'long' ? 'Long side' : 'Short side'}
                  value={own[side]}
                  unit={units}
                  limit={SIDE}
                  onCommit={(mm) => {
                    setOwn({ ...own, [side]: mm });
                    return [];
                  }}
                />
              ))}
            </>
          )}
          <Hint>
            {marks.length < 4
              ? `Mark ${'ABCD'[marks.length]}: its ${known.names[marks.length]}.`
              : 'Pull each mark exactly to its place: zoom in with the wheel.'}
          </Hint>
          {isSheet && (
            <>
              <Pick label={WORDS.whereItLies} value={plane} options={planesBy(line)} onChange={setPlane} />
              <Hint>
                {plane === 'face'
                  ? 'Best: on the face that is traced. Its edges also tell how the lens bends straight lines.'
                  : `What is nearer to the camera looks larger: the ${line}’s thickness is allowed for when the edge is found.`}
              </Hint>
            </>
          )}
          <HStack justify="end">
            <Button
              size="2xs"
              colorPalette="green"
              disabled={marks.length < 4}
              onClick={() =>
                void makeUpright(known.truths, known.placed, isSheet ? { plane } : null, artwork)
              }
            >
              {WORDS.straightenThePhoto}
            </Button>
          </HStack>
        </>
      )}
      {task === 'straight-edge' && (
        <>
          <Hint>{`Mark three places or more along an edge that is straight in truth: ${marks.length} so far. The lens’ bow is then taken out when the photo is straightened.`}</Hint>
          <HStack justify="end">
            <Button
              size="2xs"
              colorPalette="green"
              disabled={marks.length < 3}
              onClick={() => useTracing.getState().keepStraight()}
            >
              {WORDS.keepTheEdge}
            </Button>
          </HStack>
        </>
      )}
      {straights.length > 0 && (
        <HStack fontSize="12.5px">
          <Text flex="1">
            {straights.length} straight {straights.length === 1 ? 'edge' : 'edges'} for the lens
          </Text>
          <Button size="2xs" variant="ghost" onClick={() => useTracing.getState().clear('straights')}>
            {WORDS.remove}
          </Button>
        </HStack>
      )}
      <ByNumbers of={SLANT_TASKS} />
    </Section>
  );
}
