import type { MassItem, Together } from '@pelkin/core';
import { LIMITS, edits, estimateOf, formatLength, lengthWithUnit, unitSuffix } from '@pelkin/core';
import { Box, Text } from '@chakra-ui/react';
import { Suspense, lazy } from 'react';
import { useDerived } from '../../../design/derived.ts';
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
import { WeighedMass } from './WeighedMass.tsx';
import type { Line } from './turning.ts';
import { Variants } from './Variants.tsx';
import { linesOf } from './turning.ts';

const TurningChart = lazy(async () => ({ default: (await import('./TurningChart.tsx')).TurningChart }));

function Totals() {
  const { units, headstock } = useDesign();
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
      {headstock.tuners.length === 0 && (
        <Text fontSize="12px" color="look" role="note">
          {WORDS.noTuners}
        </Text>
      )}
      <Text fontSize="12px" color="faded">
        Estimated from wood, parts and usual sizes. What you weigh yourself replaces the estimate and narrows
        the range.
      </Text>
    </Section>
  );
}

const percent = (share: number): string => (share * 100).toFixed(share < 0.095 ? 1 : 0);

/** Every line, pressed to choose it; the chosen one is shown on the board. */
function Table({ lines }: { lines: readonly Line[] }) {
  const key = useChosenWeight((s) => s.key);
  const choose = useChosenWeight((s) => s.choose);
  const { units } = useDesign();
  return (
    <FigureTable
      named
      heads={[WORDS.line, 'g', '%', `${WORDS.at}, ${unitSuffix(units)}`, 'N·m', WORDS.ofTurning]}
    >
      {lines.map(({ item, share, moment, ofTurning }) => (
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
          <td className={item.weighed && item.weighed.changed !== null ? 'is-look' : ''}>
            {item.mass.likely.toFixed(0)}
          </td>
          <td>{percent(share)}</td>
          <td>{formatLength(item.at.x, units, 0)}</td>
          <td>{moment.toFixed(2).replace('-', '−')}</td>
          <td>{percent(ofTurning)}</td>
        </tr>
      ))}
    </FigureTable>
  );
}

/** Lines whose mass is typed elsewhere on this desk. */
const STANDS_ELSEWHERE = /^(body|neck|finish|wiring|added:.*)$/;

function ChosenLine({ item }: { item: MassItem }) {
  const { units } = useDesign();
  return (
    <Box borderWidth="1px" borderColor="rule" borderRadius="l2" p="2" display="grid" gap="1.5">
      <Text fontSize="13px" fontWeight="600">
        {item.name}
      </Text>
      <Reading label={WORDS.mass} value={ranged(item.mass, grams)} />
      <Reading label={WORDS.nutwardOfBridge} value={lengthWithUnit(item.at.x, units, 1)} />
      {!STANDS_ELSEWHERE.test(item.key) && (
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

const TOGETHER = [
  ['body', WORDS.finishedBody],
  ['neck', WORDS.finishedNeck],
] as const satisfies readonly (readonly [Together, string])[];

/** Woods, what each thing weighs, and what was weighed. */
export function WeightParticulars() {
  const { body, weight: own } = useDesign();
  const { stringPlan } = useDerived();
  const { weight } = useWeighed();
  const key = useChosenWeight((s) => s.key);
  const lines = weight ? linesOf(weight) : [];
  const chosen = lines.find((l) => l.item.key === key);
  const together = (of: Together) => weight && estimateOf(of, weight.items);
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
          %: of the whole. At: nutward of the bridge line. N·m: how it turns the instrument about its balance
          point; less than 0 lifts the neck. Share: of all that turns to that side.
        </Text>
        {lines.length > 0 && (
          <Suspense fallback={<Box h="220px" />}>
            <TurningChart lines={lines} />
          </Suspense>
        )}
      </Section>
      <Section title={WORDS.weighedByYou}>
        {TOGETHER.map(([of, name]) => {
          const estimate = together(of);
          return (
            estimate && (
              <WeighedMass
                key={of}
                of={of}
                name={name}
                estimate={estimate.total.likely}
                at={{
                  x: of === 'neck' ? stringPlan.centreScale - estimate.centre.x : estimate.centre.x,
                  y: estimate.centre.y,
                }}
              />
            )
          );
        })}
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
