import type { DisplayUnit, Point, SeenFrom } from '@pelkin/core';
import { lengthWithUnit } from '@pelkin/core';
import { Box, Button, HStack, IconButton, Text } from '@chakra-ui/react';
import { FlipVertical2, Maximize, Minus, Monitor, Plus, Ruler } from 'lucide-react';
import { memo, useState } from 'react';
import { LifeSize } from './LifeSize.tsx';
import { useBoard } from './boardStore.ts';
import type { Flip } from './view.ts';
import { WORDS } from './words.ts';

const chip = {
  bg: 'sheet',
  borderWidth: '1px',
  borderColor: 'rule',
  borderRadius: 'l2',
  fontSize: '12px',
} as const;

/** One word or figure of the pointer's place: its text alone is drawn again as the pointer moves. */
function PointerWord({ of }: { of: (pointer: Point) => string }) {
  return useBoard((s) => (s.pointer ? of(s.pointer) : ''));
}

/** How the board is moved: by fingers where the screen is touched. */
const isTouched = typeof matchMedia === 'function' && matchMedia('(pointer: coarse)').matches;
const HINT = isTouched ? 'Pinch to zoom, drag to move the board' : 'Wheel to zoom, drag to move the board';

/** The pointer's place in makers' terms. */
const PointerPlace = memo(function PointerPlace({ unit }: { unit: DisplayUnit }) {
  const here = useBoard((s) => s.pointer !== null);
  if (!here) return <Text color="faded">{HINT}</Text>;
  const figure = (of: (p: Point) => number) => (
    <Text as="span" fontFamily="mono" fontWeight="500">
      <PointerWord of={(p) => lengthWithUnit(Math.abs(of(p)), unit)} />
    </Text>
  );
  return (
    <Text>
      {figure((p) => p.x)} <PointerWord of={(p) => (p.x < 0 ? 'tailward' : 'nutward')} /> of the bridge,{' '}
      {figure((p) => p.y)} to the <PointerWord of={(p) => (p.y < 0 ? 'treble' : 'bass')} /> side
    </Text>
  );
});

/** Round lengths for the scale bar, mm. */
const BARS = {
  mm: [1, 2, 5, 10, 20, 50, 100, 200, 500],
  in: [0.25, 0.5, 1, 2, 4, 6, 12].map((n) => n * 25.4),
};
const LONGEST_BAR = 110;

function ScaleBar({ unit }: { unit: DisplayUnit }) {
  const scale = useBoard((s) => s.view.scale);
  const lengths = unit === 'mm' ? BARS.mm : BARS.in;
  const length = lengths.filter((l) => l * scale <= LONGEST_BAR).at(-1) ?? lengths[0]!;
  const label = unit === 'mm' ? `${length} mm` : `${length / 25.4} in`;
  return (
    <HStack gap="2" aria-label={`Scale bar, ${label}`}>
      <Box h="6px" w={`${length * scale}px`} borderWidth="0 1px 1px 1px" borderColor="ink" />
      <Text fontFamily="mono" fontSize="11px">
        {label}
      </Text>
    </HStack>
  );
}

/** On a board narrower than this, px, the pointer's place is over the other chips, not beside them. */
const NARROW = 700;

/** On a board lower than this, px, what is only read gives way to the drawing. */
const LOW = 300;

/** What floats over the board's corners: the pointer's place, scale, zoom, fit, life size. */
export const BoardChips = memo(function BoardChips({
  unit,
  flip,
  onFit,
  inset,
  from,
  onTurnOver,
}: {
  unit: DisplayUnit;
  flip: Flip;
  onFit: () => void;
  inset: number;
  from?: SeenFrom | undefined;
  onTurnOver?: () => void;
}) {
  const pixelsPerMm = useBoard((s) => s.pixelsPerMm);
  const isMeasuring = useBoard((s) => s.ruler !== null);
  const { zoom, setScale, setRuler } = useBoard.getState();
  const scale = useBoard((s) => s.view.scale);
  const isNarrow = useBoard((s) => s.size.width < NARROW);
  const isLow = useBoard((s) => s.size.height < LOW);
  const [measuring, setMeasuring] = useState(false);
  return (
    <>
      <HStack
        position="absolute"
        left={`${inset + 10}px`}
        bottom={isNarrow ? '48px' : '10px'}
        display={isNarrow && isLow ? 'none' : undefined}
        px="3"
        h="30px"
        {...chip}
        pointerEvents="none"
      >
        <PointerPlace unit={unit} />
      </HStack>
      <HStack position="absolute" right="10px" top={`${inset + 10}px`} gap="2">
        <HStack gap="0" h="30px" {...chip}>
          <Button
            size="xs"
            variant={isMeasuring ? 'subtle' : 'ghost'}
            aria-pressed={isMeasuring}
            onClick={() => setRuler(isMeasuring ? null : { from: null, to: null })}
          >
            <Ruler size={13} aria-hidden /> {WORDS.measure}
          </Button>
        </HStack>
        {onTurnOver && (
          <HStack gap="0" h="30px" {...chip}>
            <Button
              size="xs"
              variant={from === 'back' ? 'subtle' : 'ghost'}
              aria-pressed={from === 'back'}
              onClick={onTurnOver}
            >
              <FlipVertical2 size={13} aria-hidden /> {WORDS.fromTheBack}
            </Button>
          </HStack>
        )}
      </HStack>
      <HStack position="absolute" right="10px" bottom="10px" gap="2">
        <HStack px="3" h="30px" {...chip} pointerEvents="none">
          <ScaleBar unit={unit} />
        </HStack>
        <HStack gap="0" h="30px" {...chip}>
          {pixelsPerMm === null ? (
            <Button size="xs" variant="ghost" onClick={() => setMeasuring(true)}>
              <Monitor size={13} aria-hidden /> {WORDS.lifeSize}
            </Button>
          ) : (
            <Button
              size="xs"
              variant="ghost"
              onClick={() => setScale(pixelsPerMm)}
              aria-label={WORDS.showAtLifeSize}
            >
              <Text as="span" fontFamily="mono">
                {Math.round((scale / pixelsPerMm) * 100)} %
              </Text>{' '}
              {WORDS.ofLifeSize}
            </Button>
          )}
          {pixelsPerMm !== null && (
            <IconButton
              size="xs"
              variant="ghost"
              aria-label={WORDS.measureThisScreenAgain}
              onClick={() => setMeasuring(true)}
            >
              <Monitor size={13} />
            </IconButton>
          )}
        </HStack>
        <HStack gap="0" h="30px" {...chip}>
          <IconButton
            size="xs"
            variant="ghost"
            aria-label={WORDS.zoomOut}
            onClick={() => zoom(null, 1 / 1.25, flip)}
          >
            <Minus size={14} />
          </IconButton>
          <IconButton
            size="xs"
            variant="ghost"
            aria-label={WORDS.zoomIn}
            onClick={() => zoom(null, 1.25, flip)}
          >
            <Plus size={14} />
          </IconButton>
          <IconButton size="xs" variant="ghost" aria-label={WORDS.fitTheDrawing} onClick={onFit}>
            <Maximize size={13} />
          </IconButton>
        </HStack>
      </HStack>
      {measuring && <LifeSize onClose={() => setMeasuring(false)} />}
    </>
  );
});
