import type { Design } from '@pelkin/core';
import { LIMITS, edits } from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { useLengths } from '../../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { NumberField } from '../../../shared/NumberField.tsx';
import { WORDS } from '../words.ts';

interface Place {
  readonly x: number;
  readonly y: number;
}
interface Props {
  /** What is weighed, as the design’s file names it. */
  readonly of: string;
  readonly name: string;
  /** What the history calls it; its name without. */
  readonly what?: string;
  /** What it is likely to weigh, g. */
  readonly estimate: number;
  /** Where it is likely to balance, which a measured balance point begins with (of the neck, x from the nut towards the bridge); without, it has none. */
  readonly at?: Place;
}

const hundredths = (v: number): number => Number(v.toFixed(2));

/** Where what was weighed balances on a rod, once that was measured: along the centre line and across it. */
function BalancePoint({ of, what, at }: { of: string; what: string; at: Place }) {
  const lengths = useLengths();
  const edit = useDesignStore((s) => s.edit);
  const put = (d: Design, next: Place | null): Design => {
    const now = d.weight.weighed.find((w) => w.of === of);
    return now ? edits.setWeighed(d, of, { ...now, at: next && { ...next } }) : d;
  };
  const measured = useDesign().weight.weighed.find((w) => w.of === of)?.at;
  if (!measured)
    return (
      <Button
        size="2xs"
        variant="outline"
        justifySelf="start"
        aria-label={`${WORDS.typeBalancePoint}: ${what}`}
        onClick={() =>
          edit(`balance point of ${what}`, (d) => put(d, { x: hundredths(at.x), y: hundredths(at.y) }))
        }
      >
        {WORDS.typeBalancePoint}
      </Button>
    );
  const field = (axis: 'x' | 'y', label: string) => (
    <LengthField
      label={label}
      value={measured[axis]}
      {...lengths(
        `weight.weighed.${of}.${axis}`,
        (d, mm) => put(d, { ...measured, [axis]: mm }),
        `outline.${axis}`,
        label,
      )}
    />
  );
  return (
    <>
      {field('x', of === 'neck' ? WORDS.balancesFromNut : WORDS.balancesNutward)}
      {field('y', WORDS.balancesBassward)}
      <Button
        size="2xs"
        variant="ghost"
        justifySelf="end"
        onClick={() => edit(`balance point of ${what} estimated`, (d) => put(d, null))}
      >
        {WORDS.estimateBalancePoint}
      </Button>
    </>
  );
}

/** What was weighed of a thing, or a way to say that it was; and its balance point where that was measured too. */
export function WeighedMass({ of, name, what = name, estimate, at }: Props) {
  const weighed = useDesign().weight.weighed.find((w) => w.of === of);
  const edit = useDesignStore((s) => s.edit);
  if (!weighed)
    return (
      <HStack justify="space-between">
        <Text fontSize="13px">{name}</Text>
        <Button
          size="2xs"
          variant="outline"
          aria-label={`${WORDS.typeItsWeight}: ${name}`}
          onClick={() =>
            edit(`weighed ${what}`, (d) =>
              edits.setWeighed(d, of, { mass: Number(Math.max(0.1, estimate).toFixed(1)), at: null }),
            )
          }
        >
          {WORDS.typeItsWeight}
        </Button>
      </HStack>
    );
  return (
    <>
      <NumberField
        {...LIMITS['weight.weighed']}
        label={name}
        value={weighed.mass}
        unit="g"
        onCommit={(mass) =>
          edit(`${what} weighs ${mass} g`, (d) => edits.setWeighed(d, of, { ...weighed, mass }))
        }
      />
      {at && <BalancePoint of={of} what={what} at={at} />}
      <Button
        size="2xs"
        variant="ghost"
        justifySelf="end"
        onClick={() => edit(`${what} estimated`, (d) => edits.setWeighed(d, of, null))}
      >
        {WORDS.estimateAgain}
      </Button>
    </>
  );
}
