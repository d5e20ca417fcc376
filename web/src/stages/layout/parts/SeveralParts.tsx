import type { Design } from '@pelkin/core';
import {
  edits,
  lastInLine,
  lengthWithUnit,
  rowAlongEdge,
  rowAlongGuard,
  rowInLine,
  rowOnArc,
  rowReading,
} from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { derive, usePicked } from '../../../design/derived.ts';
import { useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { Reading, Section } from '../../../shared/Section.tsx';
import { useChosenInLayout } from '../chosen.ts';
import { copyParts, removeParts } from '../copyChosen.ts';
import { CommonMeasures } from './CommonMeasures.tsx';
import { WORDS } from '../words.ts';

const OFF = { label: WORDS.distance, min: 0, max: 200, from: 'the body’s edge, square to it' };

/** What is done with several parts at once: spread, laid in line, along the edge, on an arc; copied, mirrored, grouped. */
export function SeveralParts() {
  const ids = useChosenInLayout((s) => s.parts);
  const units = usePicked((d) => d.units);
  const design = usePicked((d) => d);
  const edit = useDesignStore((s) => s.edit);
  const [off, setOff] = useState(32);
  const [problem, setProblem] = useState<string | null>(null);
  const apply = (name: string, change: (d: Design) => Design | null): void => {
    let refused = false;
    edit(name, (d) => {
      const next = change(d);
      refused = next === null;
      return next ?? d;
    });
    setProblem(refused ? 'Choose three parts or more, not in one place.' : null);
  };
  const guarded = design.guards.length > 0;
  const row = rowReading(design, ids, derive(design));
  return (
    <>
      <Section title={`${ids.length} parts chosen`}>
        <HStack wrap="wrap" gap="1">
          <Button
            size="2xs"
            variant="outline"
            onClick={() => apply('spread parts evenly', (d) => edits.spaceEvenly(d, ids))}
          >
            {WORDS.evenlySpaced}
          </Button>
          <Button
            size="2xs"
            variant="outline"
            onClick={() => apply('aligned parts', (d) => rowInLine(d, ids))}
          >
            {WORDS.inLine}
          </Button>
          {ids.length > 2 && (
            <Button
              size="2xs"
              variant="outline"
              onClick={() =>
                apply('brought the last part into line', (d) => lastInLine(d, ids, derive(d).path))
              }
            >
              {WORDS.lastOntoTheirLine}
            </Button>
          )}
          <Button
            size="2xs"
            variant="outline"
            onClick={() => apply('laid parts on an arc', (d) => rowOnArc(d, ids))}
          >
            {WORDS.onAnArc}
          </Button>
          <Button
            size="2xs"
            variant="outline"
            onClick={() => apply('mirrored parts', (d) => edits.mirrorParts(d, ids))}
          >
            {WORDS.mirror}
          </Button>
          <Button
            size="2xs"
            variant="outline"
            onClick={() => apply('grouped parts', (d) => edits.groupParts(d, ids, true))}
          >
            {WORDS.group}
          </Button>
          <Button size="2xs" variant="outline" onClick={() => copyParts(ids, 'copied parts')}>
            {WORDS.copy}
          </Button>
          <Button
            size="2xs"
            variant="outline"
            onClick={() => removeParts(ids, `took ${ids.length} parts away`)}
          >
            {WORDS.remove}
          </Button>
        </HStack>
        <LengthField
          label={WORDS.insideTheEdgeBy}
          value={off}
          unit={units}
          limit={OFF}
          onCommit={(mm) => {
            setOff(mm);
            return [];
          }}
        />
        <HStack justify="end">
          <Button
            size="2xs"
            variant="outline"
            onClick={() =>
              apply('placed parts along the edge', (d) => rowAlongEdge(d, ids, off, derive(d).path))
            }
          >
            {WORDS.placeThemAlongTheEdge}
          </Button>
          {guarded && (
            <Button
              size="2xs"
              variant="outline"
              onClick={() =>
                apply('placed parts along the pickguard', (d) => rowAlongGuard(d, ids, off, derive(d).plates))
              }
            >
              {WORDS.alongThePickguard}
            </Button>
          )}
        </HStack>
        {problem && (
          <Text fontSize="12px" color="madder" role="alert">
            {problem}
          </Text>
        )}
        {row && (
          <>
            <Reading label={WORDS.theirRowToTheCentreLine} value={`${row.toCentre.toFixed(1)}°`} />
            <Reading label={WORDS.toTheOuterTrebleString} value={`${row.toString.toFixed(1)}°`} />
            <Reading
              label={WORDS.toTheEdgeBesideIt}
              value={row.toEdge === null ? '–' : `${row.toEdge.toFixed(1)}°`}
            />
            {row.toGuard !== null && (
              <Reading label={WORDS.toThePickguardsEdge} value={`${row.toGuard.toFixed(1)}°`} />
            )}
            <Reading label={WORDS.offOneLineAtMost} value={lengthWithUnit(row.off, units, 2)} />
          </>
        )}
      </Section>
      <CommonMeasures ids={ids} />
    </>
  );
}
