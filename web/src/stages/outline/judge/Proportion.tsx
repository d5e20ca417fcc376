import type { DisplayUnit, ProportionKey, Proportions, Ratio, ShapeKey, ShapeRatio } from '@pelkin/core';
import {
  PROPORTION_KEYS,
  RATIOS,
  SHAPE_WORDS,
  lengthWithUnit,
  reshapeRatio,
  shapeRatios,
} from '@pelkin/core';
import { Box, Button, HStack, Input, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { usePicked } from '../../../design/derived.ts';
import { useRested } from '../../../design/rested.ts';
import { useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { NumberField } from '../../../shared/NumberField.tsx';
import { Pick, Select } from '../../../shared/Pick.tsx';
import { Section } from '../../../shared/Section.tsx';
import { Tick } from '../../../shared/Tick.tsx';
import type { Other } from './compared.ts';
import { proportionsNow, useCompared } from './compared.ts';
import { holdRatio, sameRatio, useHeldRatios } from '../heldRatios.ts';
import { isShape, nameOf, shownMeasure } from './measureWords.ts';
import type { Fit } from './overlay.ts';
import { FITS, useOverlay } from './overlay.ts';
import { WORDS } from '../words.ts';

type Units = DisplayUnit;

/** A typed measure of a shape that is known by its numbers only. */
function TypedCell({ other, of }: { other: Other; of: ProportionKey }) {
  const value = other.proportions[of];
  return (
    <Input
      size="2xs"
      w="56px"
      px="1"
      fontFamily="mono"
      textAlign="right"
      aria-label={`${other.name}: ${nameOf(of)}, mm`}
      defaultValue={value === undefined ? '' : String(value)}
      inputMode="decimal"
      onKeyDown={(event) => event.stopPropagation()}
      onBlur={(event) => {
        const text = event.target.value.trim().replace(',', '.');
        const mm = text === '' ? null : Number(text);
        if (mm === null || (Number.isFinite(mm) && Math.abs(mm) < 3000))
          useCompared.getState().typed(other.key, of, mm);
        else event.target.value = value === undefined ? '' : String(value);
      }}
    />
  );
}

function Table({ own, units }: { own: Proportions; units: Units }) {
  const others = useCompared((s) => s.others);
  const [asRatios, setAsRatios] = useState(false);
  /** The other’s measure, or how many times this one’s it is. */
  const cellOf = (o: Other, key: ProportionKey): string => {
    const [theirs, mine] = [o.proportions[key], own[key]];
    if (!asRatios) return shownMeasure(key, theirs, units);
    return theirs === undefined || !mine ? '–' : `×${(theirs / mine).toFixed(3)}`;
  };
  const rows = PROPORTION_KEYS.filter(
    (k) => own[k] !== undefined || others.some((o) => o.proportions[k] !== undefined),
  );
  const cell = { fontFamily: 'mono', fontSize: '12px', textAlign: 'right', whiteSpace: 'nowrap' } as const;
  return (
    <Box overflowX="auto">
      <Box
        as="table"
        w="full"
        aria-label={WORDS.measurementsSideBySide}
        style={{ borderCollapse: 'collapse' }}
      >
        <thead>
          <tr>
            <Box as="th" textAlign="left" fontSize="12px" fontWeight="400" color="faded">
              {units === 'mm' ? 'mm' : 'in'}
            </Box>
            <Box as="th" {...cell} fontFamily="body" fontWeight="650">
              this
            </Box>
            {others.map((o) => (
              <Box as="th" key={o.key} {...cell} fontFamily="body" maxW="76px" fontWeight="400">
                <Text truncate title={o.name}>
                  {o.name}
                </Text>
              </Box>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((key) => (
            <Box as="tr" key={key} borderTopWidth="1px" borderColor="rule">
              <Box as="th" textAlign="left" fontWeight="400" fontSize="12px" py="0.5" pr="1">
                {nameOf(key)}
              </Box>
              <Box as="td" {...cell}>
                {shownMeasure(key, own[key], units)}
              </Box>
              {others.map((o) => (
                <Box as="td" key={o.key} {...cell} color={o.path ? 'ink' : 'faded'} pl="2">
                  {o.path === null && isShape(key) && !asRatios ? (
                    <TypedCell other={o} of={key} />
                  ) : (
                    cellOf(o, key)
                  )}
                </Box>
              ))}
            </Box>
          ))}
        </tbody>
      </Box>
      {others.length > 0 && (
        <Tick label={WORDS.othersAsRatiosToThis} checked={asRatios} onChange={setAsRatios} />
      )}
    </Box>
  );
}

/** One ratio of the shape: how near it is to a ratio of the user's choice, and what makes it exact. */
function RatioRow({ row, units }: { row: ShapeRatio; units: Units }) {
  const [problem, setProblem] = useState<string | null>(null);
  const [target, setTarget] = useState<string>(row.nearest.name);
  const [gives, setGives] = useState<ShapeKey>(row.of);
  const held = useHeldRatios((s) => s.held);
  const value = RATIOS.find((r) => r.name === target)?.value ?? row.nearest.value;
  const ratio: Ratio = { of: row.of, to: row.to, value };
  const exact = Math.abs(row.ratio / value - 1) < SHOWN_EXACT;
  const isHeld = held.some((h) => sameRatio(h, ratio) && h.value === value);
  const apply = (): void => {
    const { design, edit } = useDesignStore.getState();
    if (!design) return;
    const made = reshapeRatio(design, ratio, gives, held);
    if (!made.ok) {
      setProblem(`${made.message}.`);
      return;
    }
    const [refusal] = edit(
      `${SHAPE_WORDS[row.of].name} to ${SHAPE_WORDS[row.to].name} ${target}`,
      () => made.design,
    );
    setProblem(refusal ? `${refusal.message}.` : null);
    if (!refusal) holdRatio(ratio, true);
  };
  // What the measurement that gives way would become.
  const { own, other } = gives === row.of ? { own: row.a, other: row.b } : { own: row.b, other: row.a };
  const change = (own >= other ? other * value : other / value) - own;
  const title = `${SHAPE_WORDS[row.of].name} to ${SHAPE_WORDS[row.to].name}`;
  return (
    <Box borderTopWidth="1px" borderColor="rule" py="1" fontSize="12.5px" role="group" aria-label={title}>
      <HStack gap="2">
        <Text flex="1">
          {SHAPE_WORDS[row.of].name} : {SHAPE_WORDS[row.to].name}
        </Text>
        <Text fontFamily="mono">{row.ratio.toFixed(3)}</Text>
      </HStack>
      <HStack gap="2">
        <Select
          label={`${WORDS.ratio}, ${title}`}
          w="78px"
          value={target}
          options={RATIOS.map((r) => [r.name, r.name] as const)}
          onChange={setTarget}
        />
        {exact ? (
          <>
            <Text flex="1" fontSize="12px" color="kelp">
              exact
            </Text>
            <Tick label={WORDS.held} checked={isHeld} onChange={(on) => holdRatio(ratio, on)} />
          </>
        ) : (
          <>
            <Select
              label={`${WORDS.givesWay}, ${title}`}
              w="118px"
              value={gives}
              options={[row.of, row.to].map((k) => [k, SHAPE_WORDS[k].name] as const)}
              onChange={setGives}
            />
            <Button
              size="2xs"
              variant="outline"
              aria-label={`${WORDS.makeExact}: ${title} ${target}`}
              title={WORDS.makeExact}
              onClick={apply}
            >
              {change > 0 ? '+' : '−'}
              {lengthWithUnit(Math.abs(change), units, 1)}
            </Button>
          </>
        )}
      </HStack>
      {problem && (
        <Text fontSize="12px" color="madder" role="alert">
          {problem}
        </Text>
      )}
    </Box>
  );
}

/** A ratio this near to its value, as a share, is shown as exact: less than a tenth of a mm of a body. */
const SHOWN_EXACT = 2e-4;

const SHIFT = { label: WORDS.shift, min: -600, max: 600, from: 'where it is fitted' };

/** Ratios nearer than this are the same one of the list. */
const SAME_RATIO = 1e-9;

/** A figure of a ratio over the shape. */
function Figure() {
  const { figure, ratio, fit, shift, turned, set } = useOverlay();
  const units = usePicked((d) => d.units);
  const known = RATIOS.find((r) => Math.abs(r.value - ratio) < SAME_RATIO);
  return (
    <Section title={WORDS.ratioFigureOverTheDrawing}>
      <Pick
        label={WORDS.figure}
        value={figure}
        options={[
          ['none', 'none'],
          ['grid', 'grid'],
          ['rectangles', 'rectangles'],
          ['spiral', 'spiral'],
        ]}
        onChange={(next) => set({ figure: next })}
      />
      {figure !== 'none' && (
        <>
          <Pick
            label={WORDS.ratio}
            value={known?.key ?? 'own'}
            options={[...RATIOS.map((r) => [r.key, r.name] as const), ['own', 'my own'] as const]}
            onChange={(key) => {
              const chosen = RATIOS.find((r) => r.key === key);
              set({ ratio: chosen?.value ?? 1.25 });
            }}
          />
          {!known && (
            <NumberField
              label={WORDS.myOwnRatio}
              value={ratio}
              unit=": 1"
              min={1.02}
              max={6}
              from="long side to short"
              places={3}
              onCommit={(value) => {
                set({ ratio: value });
                return [];
              }}
            />
          )}
          <Pick<Fit>
            label={WORDS.fittedTo}
            value={fit}
            options={FITS}
            onChange={(next) => set({ fit: next })}
          />
          <Tick label={WORDS.fromTheTailEnd} checked={turned} onChange={(on) => set({ turned: on })} />
          {(['x', 'y'] as const).map((axis) => (
            <LengthField
              key={axis}
              label={axis === 'x' ? 'Moved nutward' : 'Moved to the bass side'}
              value={shift[axis]}
              unit={units}
              limit={SHIFT}
              onCommit={(mm) => {
                set({ shift: { ...shift, [axis]: mm } });
                return [];
              }}
            />
          ))}
        </>
      )}
      <Text fontSize="12px" color="faded">
        Some makers plan by a ratio, some by shapes they like, some by eye: none of them is right.
      </Text>
    </Section>
  );
}

/** The shape’s measures beside others’, its ratios, and figures over it. */
export function Proportion() {
  const units = usePicked((d) => d.units);
  const design = useRested((s) => s.design);
  const proportions = useMemo<Proportions>(() => (design ? proportionsNow(design) : {}), [design]);
  return (
    <>
      <Section title={WORDS.proportion}>
        <Table own={proportions} units={units} />
      </Section>
      <Section title={WORDS.ratios}>
        <Text fontSize="12px" color="faded" pb="1">
          Choose a ratio and the measurement that gives way; the press changes it by so much. Ratios that are
          held stay exact while others are made.
        </Text>
        {shapeRatios(proportions).map((row) => (
          <RatioRow key={`${row.of} ${row.to}`} row={row} units={units} />
        ))}
      </Section>
      <Figure />
    </>
  );
}
