import type { Side } from '@pelkin/core';
import { edits } from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Reading, Section } from '../shared/Section.tsx';
import { nodeName } from '../shared/placeWords.ts';
import { useChosen, useOnlyChosen } from './chosen.ts';
import { WORDS } from './words.ts';
import { ENDS, useDrawnLine, useDrawnStore, usePicked } from './drawn.ts';

/** Mirror links: one side laid over the other, whole or from tail or neck to the chosen node, and cut again. */
export function Mirror() {
  const ends = ENDS[useDrawnLine((s) => s.line)];
  const links = usePicked((d) => d.outline.mirror.length);
  const only = useOnlyChosen();
  const index = usePicked((d) => d.outline.nodes.findIndex((n) => n.id === only));
  const side = usePicked((d): Side | null => {
    const y = d.outline.nodes[index]?.y ?? 0;
    return Math.abs(y) < 0.5 ? null : y > 0 ? 'bass' : 'treble';
  });
  const edit = useDrawnStore((s) => s.edit);
  const [problem, setProblem] = useState<string | null>(null);
  const link = (from: Side, upTo: string | null, name: string, end: 'tail' | 'neck' = 'tail'): void => {
    const before = useDrawnStore.getState().design;
    const refusals = edit(name, (d) => edits.linkMirror(d, from, upTo, end));
    const same = useDrawnStore.getState().design === before;
    setProblem(
      refusals[0]
        ? `${refusals[0].message}.`
        : same
          ? `Nothing to mirror: the outline must cross the centre line at ${ends[0]} and ${ends[1]}.`
          : null,
    );
    if (!same) useChosen.getState().choose(null);
  };
  const words = { bass: 'bass side onto treble side', treble: 'treble side onto bass side' } as const;
  return (
    <Section
      title={WORDS.mirror}
      aside={
        links > 0 && (
          <Button
            size="2xs"
            variant="outline"
            onClick={() => edit('cut the mirror links', (d) => edits.cutMirror(d))}
          >
            {WORDS.cutAllLinks}
          </Button>
        )
      }
    >
      <Reading label={WORDS.linked} value={String(links)} unit={links === 1 ? 'pair' : 'pairs'} />
      <HStack flexWrap="wrap">
        {(['bass', 'treble'] as const).map((from) => (
          <Button
            key={from}
            size="2xs"
            variant="outline"
            onClick={() => link(from, null, `mirrored the ${words[from]}`)}
          >
            {from === 'bass' ? WORDS.bassOntoTreble : WORDS.trebleOntoBass}
          </Button>
        ))}
        {only !== null &&
          side !== null &&
          (['tail', 'neck'] as const).map((end) => (
            <Button
              key={end}
              size="2xs"
              variant="outline"
              onClick={() =>
                link(
                  side,
                  only,
                  `mirrored the ${side} side from the ${ends[end === 'tail' ? 0 : 1]} to ${nodeName(index)}`,
                  end,
                )
              }
            >
              {`From the ${ends[end === 'tail' ? 0 : 1]} to`} {nodeName(index)}
            </Button>
          ))}
      </HStack>
      {problem ? (
        <Text fontSize="12px" color="madder" role="alert">
          {problem}
        </Text>
      ) : (
        <Text fontSize="12px" color="faded">
          {links > 0
            ? 'Changes on one side are made on the other.'
            : 'One side is drawn over the other and stays its image until the link is cut.'}
        </Text>
      )}
    </Section>
  );
}
