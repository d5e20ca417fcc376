import type { PrintSettings } from '@pelkin/core';
import { LAYERS, SHOWABLE, edits, partName } from '@pelkin/core';
import { Box } from '@chakra-ui/react';
import { Fragment } from 'react';
import { useLengths } from '../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../design/store.ts';
import { LengthField } from '../../shared/LengthField.tsx';
import { Section } from '../../shared/Section.tsx';
import { Tick } from '../../shared/Tick.tsx';
import { WORDS } from './words.ts';

/** Off the edge by so much when a saw line is first requested, mm: what a router takes in one light pass. */
const SAW_LINE = 3;

/** Of the parts on paper, each by itself. */
function PartsOnPaper() {
  const { parts, print } = useDesign();
  const edit = useDesignStore((s) => s.edit);
  if (!print.show.parts || parts.length === 0) return null;
  return (
    <Box role="group" aria-label={WORDS.partsOnPaper} pl="5" maxH="180px" overflowY="auto" tabIndex={0}>
      {parts.map(({ id }) => (
        <Tick
          key={id}
          label={partName(parts, id)}
          checked={!print.without.includes(id)}
          onChange={(on) =>
            edit(`${on ? 'put' : 'took'} ${partName(parts, id)} ${on ? 'on' : 'off'} paper`, (d) =>
              edits.editPrint(d, {
                without: on ? d.print.without.filter((w) => w !== id) : [...d.print.without, id],
              }),
            )
          }
        />
      ))}
    </Box>
  );
}

/** Which layers go on paper and into files, how heavy their lines are, and the pages that go before. */
export function OnPaper() {
  const { print } = useDesign();
  const edit = useDesignStore((s) => s.edit);
  const lengths = useLengths();
  const put = (words: string, on: boolean, change: (p: PrintSettings) => Partial<PrintSettings>): void =>
    void edit(`${on ? 'put' : 'took'} ${words.toLowerCase()} ${on ? 'on' : 'off'} paper`, (d) =>
      edits.editPrint(d, change(d.print)),
    );
  return (
    <>
      <Section title={WORDS.onPaperAndInFiles}>
        {SHOWABLE.map((key) => (
          <Fragment key={key}>
            <Tick
              label={LAYERS[key].choice.label}
              checked={print.show[key]}
              onChange={(on) =>
                put(LAYERS[key].choice.label, on, (p) => ({ show: { ...p.show, [key]: on } }))
              }
            />
            {key === 'parts' && <PartsOnPaper />}
          </Fragment>
        ))}
        <Tick
          label={WORDS.sawLineOutsideTheEdge}
          checked={print.cutOffset !== null}
          onChange={(on) => put('A saw line', on, () => ({ cutOffset: on ? SAW_LINE : null }))}
        />
        {print.cutOffset !== null && (
          <LengthField
            label={WORDS.offTheEdgeBy}
            value={print.cutOffset}
            {...lengths('print.cutOffset', (d, cutOffset) => edits.editPrint(d, { cutOffset }))}
          />
        )}
        <Tick
          label={WORDS.coverPageWithTheDesignsNumbers}
          checked={print.cover}
          onChange={(cover) => put('A cover', cover, () => ({ cover }))}
        />
        <Tick
          label={WORDS.planOfTheSheets}
          checked={print.planPage}
          onChange={(planPage) => put('A plan', planPage, () => ({ planPage }))}
        />
      </Section>
      <Section title={WORDS.lines}>
        <LengthField
          label={WORDS.edgeWidth}
          value={print.weights.edge}
          places={2}
          {...lengths('print.edgeWeight', (d, edge) =>
            edits.editPrint(d, { weights: { ...d.print.weights, edge } }),
          )}
        />
        <LengthField
          label={WORDS.otherLinesWidth}
          value={print.weights.fine}
          places={2}
          {...lengths('print.fineWeight', (d, fine) =>
            edits.editPrint(d, { weights: { ...d.print.weights, fine } }),
          )}
        />
      </Section>
    </>
  );
}
