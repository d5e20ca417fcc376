import type { Design, Finding, PartSpec, PlacedPart } from '@pelkin/core';
import {
  SHELF,
  canExchange,
  createFinder,
  exchangeFollows,
  exchangeParts,
  measuredLike,
  specOf,
  wordsOfFinding,
} from '@pelkin/core';
import { Box, Button, HStack } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { api } from '../../../design/api.ts';
import { derive, usePicked } from '../../../design/derived.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { Pick } from '../../../shared/Pick.tsx';
import { Choice, Section } from '../../../shared/Section.tsx';
import { WORDS } from '../words.ts';
import { OWN_PARTS } from './OwnShelf.tsx';

interface Candidate {
  readonly key: string;
  readonly name: string;
  readonly spec: PartSpec;
}

/** Returns the parts that may replace a part: from the shelf and the workshop’s own. */
function useCandidates(part: PlacedPart): readonly Candidate[] {
  const own = useQuery({ queryKey: OWN_PARTS, queryFn: api.parts });
  return useMemo(
    () =>
      [
        ...SHELF.map((p) => ({ key: p.key, name: p.name, spec: specOf(p) })),
        ...(own.data?.parts ?? []).map((p) => ({
          key: `own-${p.id}`,
          name: `${p.part.name} (${WORDS.yourOwn})`,
          spec: p.part,
        })),
      ].filter((c) => canExchange(part, c.spec)),
    [own.data, part],
  );
}

const look = createFinder();
const keyOf = (f: Finding): string => `${f.rule} ${f.subject}`;
const findingsIn = (design: Design): readonly Finding[] => look(design, derive(design)).findings;
/** A finding whose number moved by less than this is the same one: it would be shown alike. */
const SAME_NUMBER = 0.05;

/** What an exchange brings: findings that are new or have another number, and how many are gone. */
function findingsAfter(
  before: Design,
  after: Design,
): { readonly brought: readonly Finding[]; readonly gone: number } {
  const [known, now] = [before, after].map((d) => new Map(findingsIn(d).map((f) => [keyOf(f), f])));
  const isSame = (f: Finding): boolean => {
    const old = known!.get(keyOf(f));
    return old !== undefined && Math.abs((old.measured ?? 0) - (f.measured ?? 0)) < SAME_NUMBER;
  };
  return {
    brought: [...now!.values()].filter((f) => !isSame(f)),
    gone: [...known!.keys()].filter((key) => !now!.has(key)).length,
  };
}

/** What follows from an exchange, before it is done. */
function Follows({ part, spec, next }: { part: PlacedPart; spec: PartSpec; next: Design }) {
  const design = useDesign();
  const units = usePicked((d) => d.units);
  const lines = exchangeFollows(part.spec, spec, units);
  const { brought, gone } = useMemo(() => findingsAfter(design, next), [next, design]);
  return (
    <Box as="ul" aria-label={WORDS.whatFollows} fontSize="12px" display="grid" gap="1" listStyleType="none">
      {lines.length === 0 && <li>{WORDS.nothingElseChanges}</li>}
      {lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
      {brought.map((f) => (
        <Box as="li" key={keyOf(f)} color={f.severity === 'stop' ? 'madder' : 'ochre'}>
          {f.severity === 'stop' ? '■' : '▲'} {wordsOfFinding(f, units).says}
        </Box>
      ))}
      {gone > 0 && (
        <Box as="li" color="kelp">
          ● {gone === 1 ? 'one finding is gone' : `${gone} findings are gone`}
        </Box>
      )}
    </Box>
  );
}

/** Exchanges a part, or all of its kind, for another that can stand in its place. `alike`: the parts of its kind, itself first. */
export function Exchange({
  part,
  name,
  alike,
  onDone,
}: {
  part: PlacedPart;
  name: string;
  alike: readonly string[];
  onDone: () => void;
}) {
  const design = useDesign();
  const edit = useDesignStore((s) => s.edit);
  const candidates = useCandidates(part);
  const [key, setKey] = useState('');
  const [scope, setScope] = useState<'one' | 'all'>('one');
  const chosen = candidates.find((c) => c.key === key) ?? null;
  const spec = useMemo(() => chosen && measuredLike(chosen.spec, design.parts), [chosen, design.parts]);
  const ids = scope === 'all' ? alike : alike.slice(0, 1);
  const next = useMemo(
    () => (spec ? exchangeParts(design, scope === 'all' ? alike : alike.slice(0, 1), spec) : null),
    [design, spec, scope, alike],
  );
  return (
    <Section title={WORDS.exchangeIt}>
      {alike.length > 1 && (
        <Choice
          label={WORDS.exchangeWhich}
          value={scope}
          options={[
            ['one', WORDS.thisOne],
            ['all', `All ${alike.length}`],
          ]}
          onChange={setScope}
        />
      )}
      <Pick
        label={WORDS.exchangeFor}
        value={key}
        options={[['', WORDS.chooseOne], ...candidates.map((c) => [c.key, c.name] as const)]}
        onChange={setKey}
      />
      {spec && next && (
        <>
          <Follows part={part} spec={spec} next={next} />
          <HStack justify="end">
            <Button
              size="2xs"
              colorPalette="green"
              onClick={() => {
                edit(ids.length > 1 ? `exchanged ${ids.length} parts` : `exchanged ${name}`, (d) =>
                  exchangeParts(d, ids, spec),
                );
                onDone();
              }}
            >
              {ids.length > 1 ? `Exchange all ${ids.length}` : WORDS.exchangeThisOne}
            </Button>
          </HStack>
        </>
      )}
    </Section>
  );
}
