import type { Design, Standing, Variant, WoodPiece } from '@pelkin/core';
import { LIMITS, MOST_VARIANTS, WOODS, standingOf, variantOf } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { derive } from '../../../design/derived.ts';
import { useDesign } from '../../../design/store.ts';
import { FigureTable } from '../../../shared/FigureTable.tsx';
import { LengthField } from '../../../shared/LengthField.tsx';
import { NumberField } from '../../../shared/NumberField.tsx';
import { Pick } from '../../../shared/Pick.tsx';
import { Section } from '../../../shared/Section.tsx';
import { Tick } from '../../../shared/Tick.tsx';
import { PIECE_WORDS } from '../../../woods/words.ts';
import { useCopy } from '../useCopy.ts';
import { WORDS } from '../words.ts';
import { useStandings, useVariants } from './variants.ts';

const NAMES = ['A', 'B', 'C', 'D'] as const;
const AS_NOW = '';

function WoodOf({
  variant,
  piece,
  onChange,
}: {
  variant: Variant;
  piece: WoodPiece;
  onChange: (woods: Variant['woods']) => void;
}) {
  return (
    <Pick
      label={PIECE_WORDS[piece]}
      value={variant.woods[piece] ?? AS_NOW}
      options={[[AS_NOW, WORDS.asItIs], ...WOODS.map((w) => [w.name, w.name] as const)]}
      onChange={(name) => {
        const { [piece]: _, ...others } = variant.woods;
        onChange(name === AS_NOW ? others : { ...others, [piece]: name });
      }}
    />
  );
}

function One({ index, variant, design }: { index: number; variant: Variant; design: Design }) {
  const { change, remove } = useVariants();
  const { copy, problem } = useCopy();
  const name = `${WORDS.variant} ${NAMES[index]!}`;
  const makeCopy = (): void =>
    copy(
      { ...variantOf(design, variant), name: `${design.name.slice(0, 60)}, ${name.toLowerCase()}` },
      'balance',
    );
  const chambers = design.openings.some((o) => o.steps.every((s) => s.role === 'chamber'));
  return (
    <Box
      role="group"
      aria-label={name}
      borderWidth="1px"
      borderColor="rule"
      borderRadius="l2"
      p="2"
      display="grid"
      gap="1.5"
    >
      <Text fontSize="13px" fontWeight="600">
        {name}
      </Text>
      {(['body', ...(design.body.gluedFront ? (['front'] as const) : []), 'neck', 'board'] as const).map(
        (piece) => (
          <WoodOf
            key={piece}
            variant={variant}
            piece={piece}
            onChange={(woods) => change(index, { woods })}
          />
        ),
      )}
      <LengthField
        label={WORDS.bodyThickness}
        value={variant.thickness ?? design.body.thickness}
        unit={design.units}
        limit={LIMITS['body.thickness']}
        onCommit={(mm) => {
          change(index, { thickness: mm === design.body.thickness ? null : mm });
          return [];
        }}
      />
      {design.headstock.tuners.length > 0 && (
        <NumberField
          label={WORDS.tunersLighter}
          value={variant.lighterTuners}
          unit="g each"
          min={0}
          max={100}
          from="what they weigh now"
          onCommit={(lighterTuners) => {
            change(index, { lighterTuners });
            return [];
          }}
        />
      )}
      {chambers && (
        <Tick
          label={WORDS.withoutChambers}
          checked={variant.withoutChambers}
          onChange={(withoutChambers) => change(index, { withoutChambers })}
        />
      )}
      <HStack justify="space-between">
        <Button size="2xs" variant="ghost" onClick={() => remove(index)}>
          {WORDS.removeVariant}
        </Button>
        <Button size="2xs" variant="outline" onClick={() => makeCopy()}>
          {WORDS.makeACopy}
        </Button>
      </HStack>
      {problem && (
        <Text role="alert" fontSize="11.5px" color="madder">
          {problem}
        </Text>
      )}
    </Box>
  );
}

function Row({ name, standing }: { name: string; standing: Standing | null }) {
  return (
    <tr>
      <td>{name}</td>
      <td>{standing ? (standing.mass / 1000).toFixed(2) : '…'}</td>
      <td>{standing ? (standing.tailward === null ? '–' : standing.tailward.toFixed(0)) : '…'}</td>
      <td>{standing ? (standing.load === null ? '–' : standing.load.toFixed(1)) : '…'}</td>
    </tr>
  );
}

/** What it would weigh in other woods, thicker or thinner: up to four beside the design as it is. */
export function Variants() {
  const design = useDesign();
  const { list, add } = useVariants();
  const standings = useStandings();
  return (
    <Section
      title={WORDS.whatWouldItWeigh}
      aside={
        list.length < MOST_VARIANTS && (
          <Button size="2xs" variant="outline" onClick={add}>
            {WORDS.addVariant}
          </Button>
        )
      }
    >
      {list.length === 0 ? (
        <Text fontSize="12px" color="faded">
          {WORDS.variantsSay}
        </Text>
      ) : (
        <FigureTable named heads={['', 'kg', WORDS.balancePointMm, WORDS.leftHandN]}>
          <Row name={WORDS.asItIs} standing={standingOf(derive(design))} />
          {list.map((_, i) => (
            <Row key={i} name={NAMES[i]!} standing={standings?.[i] ?? null} />
          ))}
        </FigureTable>
      )}
      {list.map((variant, i) => (
        <One key={i} index={i} variant={variant} design={design} />
      ))}
    </Section>
  );
}
