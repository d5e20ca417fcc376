import type { MassItem } from '@pelkin/core';
import { LIMITS, edits, lengthWithUnit } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { Suspense, lazy } from 'react';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { FigureTable } from '../../../shared/FigureTable.tsx';
import { NumberField } from '../../../shared/NumberField.tsx';
import { Reading, Section } from '../../../shared/Section.tsx';
import { WoodChoice } from '../../../woods/WoodChoice.tsx';
import { useChosenWeight } from '../chosen.ts';
import { grams, ranged } from '../say.ts';
import { useWeighed } from '../useWeighed.ts';
import { WORDS } from '../words.ts';
import { Added } from './Added.tsx';
import type { Line } from './turning.ts';
import { Variants } from './Variants.tsx';
import { linesOf } from './turning.ts';

const TurningChart = lazy(async () => ({ default: (await import('./TurningChart.tsx')).TurningChart }));

function Totals() {
  const { units } = useDesign();
  const { weight, hanging } = useWeighed();
  if (!weight) return null;
  const { likely, from, to } = weight.total;
  return (
    <Section title={WORDS.theInstrument}>
      <Reading label={WORDS.weight} value={(likely / 1000).toFixed(2)} unit="kg" />
      <Reading
        label={WORDS.between}
        value={`${(from / 1000).toFixed(2)} to ${(to / 1000).toFixed(2)}`}
        unit="kg"
      />
      <Reading label={WORDS.balancesNutward} value={lengthWithUnit(weight.centre.x, units, 0)} />
      {hanging && (
        <Reading label={WORDS.balancesTailward} value={lengthWithUnit(hanging.tailward.likely, units, 0)} />
      )}
      <Text fontSize="12px" color="faded">
        Estimated from wood, parts and usual sizes. What you weigh yourself replaces the estimate and narrows
        the range.
      </Text>
    </Section>
  );
}

/** What was weighed of a thing, or a way to say that it was. */
function WeighedMass(props: { of: string; name: string; what?: string; estimate: number }) {
  const { of, name, what = name, estimate } = props;
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

const percent = (share: number): string => (share * 100).toFixed(share < 0.095 ? 1 : 0);

/** Every line, pressed to choose it; the chosen one is shown on the board. */
function Table({ lines }: { lines: readonly Line[] }) {
  const key = useChosenWeight((s) => s.key);
  const choose = useChosenWeight((s) => s.choose);
  return (
    <FigureTable heads={[WORDS.line, 'g', '%', 'N·m']}>
      {lines.map(({ item, share, moment }) => (
        <tr key={item.key} aria-selected={item.key === key}>
          <td>
            <Box
              as="button"
              fontFamily="body"
              fontSize="12.5px"
              textAlign="left"
              cursor="pointer"
              fontWeight={item.key === key ? '650' : '400'}
              aria-pressed={item.key === key}
              onClick={() => choose(item.key === key ? null : item.key)}
            >
              {item.name}
            </Box>
          </td>
          <td>{item.mass.likely.toFixed(0)}</td>
          <td>{percent(share)}</td>
          <td>{moment.toFixed(2).replace('-', '−')}</td>
        </tr>
      ))}
    </FigureTable>
  );
}

function ChosenLine({ item }: { item: MassItem }) {
  const { units } = useDesign();
  return (
    <Box borderWidth="1px" borderColor="rule" borderRadius="l2" p="2" display="grid" gap="1.5">
      <Text fontSize="13px" fontWeight="600">
        {item.name}
      </Text>
      <Reading label={WORDS.mass} value={ranged(item.mass, grams)} />
      <Reading label={WORDS.nutwardOfBridge} value={lengthWithUnit(item.at.x, units, 1)} />
      {item.key !== 'body' && item.key !== 'neck' && (
        <WeighedMass of={item.key} name={WORDS.weighedMass} what={item.name} estimate={item.mass.likely} />
      )}
    </Box>
  );
}

function Allowances() {
  const { weight } = useDesign();
  const edit = useDesignStore((s) => s.edit);
  return (
    <Section title={WORDS.allowances}>
      <NumberField
        {...LIMITS['weight.finish']}
        label={WORDS.finish}
        value={weight.finish}
        unit="g"
        onCommit={(finish) => edit(`${WORDS.finish} ${finish} g`, (d) => edits.editWeight(d, { finish }))}
      />
      <NumberField
        {...LIMITS['weight.wiring']}
        label={WORDS.wiring}
        value={weight.wiring}
        unit="g"
        onCommit={(wiring) => edit(`${WORDS.wiring} ${wiring} g`, (d) => edits.editWeight(d, { wiring }))}
      />
    </Section>
  );
}

/** Woods, what each thing weighs, and what was weighed. */
export function WeightParticulars() {
  const { body, weight: own } = useDesign();
  const { weight } = useWeighed();
  const key = useChosenWeight((s) => s.key);
  const lines = weight ? linesOf(weight) : [];
  const chosen = lines.find((l) => l.item.key === key);
  const of = (keys: readonly string[]): number =>
    lines.filter((l) => keys.includes(l.item.key)).reduce((sum, l) => sum + l.item.mass.likely, 0);
  return (
    <>
      <Totals />
      <Section title={WORDS.woods}>
        <WoodChoice piece="body" />
        {body.gluedFront && <WoodChoice piece="front" />}
        <WoodChoice piece="neck" />
        <WoodChoice piece="board" />
      </Section>
      <Section title={WORDS.whatWeighsWhat}>
        {chosen && <ChosenLine item={chosen.item} />}
        <Table lines={lines} />
        <Text fontSize="12px" color="faded">
          %: of the whole. N·m: how it turns the instrument about its balance point; less than 0 lifts the
          neck.
        </Text>
        {lines.length > 0 && (
          <Suspense fallback={<Box h="220px" />}>
            <TurningChart lines={lines} />
          </Suspense>
        )}
      </Section>
      <Section title={WORDS.weighedByYou}>
        <WeighedMass
          of="body"
          name={WORDS.finishedBody}
          estimate={of(['body', 'body-wood', 'front', 'through', 'finish'])}
        />
        <WeighedMass
          of="neck"
          name={WORDS.finishedNeck}
          estimate={of(['neck', 'neck-wood', 'headstock', 'board', 'rod', 'frets', 'nut'])}
        />
        {own.weighed.length > 0 && (
          <Text fontSize="12px" color="faded">
            The body with its finish and no parts on it; the neck with board, frets, rod and nut, without
            tuners. Others are weighed from the table.
          </Text>
        )}
      </Section>
      <Variants />
      <Allowances />
      <Added />
    </>
  );
}
