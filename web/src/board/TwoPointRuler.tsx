import type { DisplayUnit, Limit, Point, Snapped } from '@pelkin/core';
import { lengthWithUnit, measured } from '@pelkin/core';
import { Button, Grid, HStack, Text } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { LengthField } from '../shared/LengthField.tsx';
import { useBoardFrame } from './BoardContext.ts';
import { useBoard } from './boardStore.ts';
import { WORDS } from './words.ts';

/** What a place is drawn to; null where nothing is near. */
export type SnapAt = (at: Point) => Snapped | null;

const placed = (at: Point, snap: SnapAt | undefined): Snapped => snap?.(at) ?? { at, to: '' };

/** Sets the ruler's next end: the first, the second, and then the first of a new measure. */
export function setRulerEnd(at: Point, snap: SnapAt | undefined): void {
  const { ruler, setRuler } = useBoard.getState();
  const end = placed(at, snap);
  setRuler(ruler?.from && !ruler.to ? { from: ruler.from, to: end } : { from: end, to: null });
}

/** The ruler's two ends as they stand: the second follows the pointer until it is set. */
function useEnds(snap: SnapAt | undefined): { readonly from: Snapped | null; readonly to: Snapped | null } {
  const ruler = useBoard((s) => s.ruler);
  const pointer = useBoard((s) => (s.ruler && !s.ruler.to ? s.pointer : null));
  const live = pointer && placed(pointer, snap);
  return ruler?.from ? { from: ruler.from, to: ruler.to ?? live } : { from: live, to: null };
}

/** The ruler on the board, over all that could be taken hold of: a press sets an end, a drag still moves the board. */
export function RulerLine({ snap }: { snap: SnapAt | undefined }) {
  const { screen, size } = useBoardFrame();
  const { from, to } = useEnds(snap);
  const end = (s: Snapped) => {
    const { x, y } = screen(s.at);
    return (
      <g key={`${x} ${y}`}>
        <path className="ruler-end" d={`M${x - 7} ${y}h14M${x} ${y - 7}v14`} />
        {s.to && <circle className="ruler-snapped" cx={x} cy={y} r={5} />}
      </g>
    );
  };
  const [a, b] = [from && screen(from.at), to && screen(to.at)];
  return (
    <g data-testid="ruler">
      <rect className="ruler-over" width={size.width} height={size.height} />
      {a && b && <path className="ruler-line" d={`M${a.x} ${a.y}L${b.x} ${b.y}`} />}
      {from && end(from)}
      {to && end(to)}
    </g>
  );
}

/** Places are typed so far from the rulers’ zero, mm. */
const FAR: Limit = { label: 'an end of the ruler', min: -3000, max: 3000, from: 'from the rulers’ zero' };
const NOWHERE: Snapped = { at: { x: 0, y: 0 }, to: '' };

/** Both ends typed: for a measure between known places, and without a mouse. */
function TypedEnds({ unit }: { unit: DisplayUnit }) {
  const ruler = useBoard((s) => s.ruler);
  const { setRuler } = useBoard.getState();
  const ends = { from: ruler?.from ?? NOWHERE, to: ruler?.to ?? ruler?.from ?? NOWHERE };
  const field = (end: 'from' | 'to', axis: 'x' | 'y', label: string) => (
    <LengthField
      label={label}
      value={ends[end].at[axis]}
      unit={unit}
      limit={FAR}
      places={2}
      onCommit={(mm) => {
        setRuler({ ...ends, [end]: { at: { ...ends[end].at, [axis]: mm }, to: '' } });
        return [];
      }}
    />
  );
  return (
    <Grid templateColumns="1fr 1fr" columnGap="3" flexBasis="100%" maxW="490px">
      {field('from', 'x', WORDS.startAlong)}
      {field('to', 'x', WORDS.endAlong)}
      {field('from', 'y', WORDS.startAcross)}
      {field('to', 'y', WORDS.endAcross)}
    </Grid>
  );
}

/** What the ruler reads, and what is done with it. */
export function RulerReading(props: {
  unit: DisplayUnit;
  snap: SnapAt | undefined;
  onKeep: ((kind: 'guide' | 'seam', from: Point, to: Point) => void) | undefined;
  inset: number;
}) {
  const { unit, snap, onKeep, inset } = props;
  const { from, to } = useEnds(snap);
  const isSet = useBoard((s) => Boolean(s.ruler?.to));
  const [isTyped, setTyped] = useState(false);
  const { setRuler } = useBoard.getState();
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      // In a field it takes back what was typed.
      if (event.key === 'Escape' && !(event.target instanceof HTMLInputElement)) setRuler(null);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [setRuler]);
  const m = from && to && measured(from.at, to.at);
  const say = (mm: number): string => lengthWithUnit(Math.abs(mm), unit, 2);
  const ends = from && to ? [from.to, to.to].map((w) => w || 'a free place') : [];
  return (
    <HStack
      role="group"
      aria-label={WORDS.ruler}
      position="absolute"
      left={`${inset + 10}px`}
      top={`${inset + 10}px`}
      maxW="calc(100% - 310px)"
      px="3"
      py="1.5"
      gap="3"
      bg="sheet"
      borderWidth="1px"
      borderColor="kelp"
      borderRadius="l2"
      fontSize="12.5px"
      flexWrap="wrap"
    >
      {m ? (
        <>
          <Text fontFamily="mono" fontWeight="600" fontSize="14px" data-testid="ruler-length">
            {say(m.length)}
          </Text>
          <Text>
            along <b>{say(m.along)}</b>, across <b>{say(m.across)}</b>, {m.turn.toFixed(1)}° from the centre
            line
          </Text>
          <Text color="faded">
            {ends[0]} to {ends[1]}
          </Text>
        </>
      ) : (
        <Text>{from?.to ? `Begin at ${from.to}.` : WORDS.pressWhereTheMeasureBegins}</Text>
      )}
      <HStack gap="1">
        {isSet && onKeep && from && to && m && m.length > 0 && (
          <>
            <Button size="2xs" variant="outline" onClick={() => onKeep('guide', from.at, to.at)}>
              {WORDS.keepAsAGuide}
            </Button>
            <Button size="2xs" variant="outline" onClick={() => onKeep('seam', from.at, to.at)}>
              {WORDS.keepAsASeam}
            </Button>
          </>
        )}
        <Button size="2xs" variant="outline" aria-pressed={isTyped} onClick={() => setTyped(!isTyped)}>
          {WORDS.typeThePlaces}
        </Button>
        <Button size="2xs" variant="ghost" onClick={() => setRuler(null)}>
          {WORDS.endMeasuring}
        </Button>
      </HStack>
      {isTyped && <TypedEnds unit={unit} />}
    </HStack>
  );
}
