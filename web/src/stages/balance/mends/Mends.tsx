import type { BalanceMend, Design } from '@pelkin/core';
import { applyChange, toSpare } from '@pelkin/core';
import { Box, Button, HStack, Spinner, Text } from '@chakra-ui/react';
import { useEffect, useMemo } from 'react';
import { useRested } from '../../../design/rested.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { StandingOf } from '../hanging/Standing.tsx';
import { weighedNow } from '../../../design/weighedNow.ts';
import { newtons } from '../say.ts';
import { useCopy } from '../useCopy.ts';
import { WORDS } from '../words.ts';
import { changesOf, costWords, titleOf } from './mendWords.ts';
import { useMends } from './search.ts';

/** A number before and after, as two bars to one scale. */
function BeforeAfter(props: {
  before: number;
  after: number;
  most: number;
  say: (v: number) => string;
  label: string;
}) {
  const { before, after, most, say, label } = props;
  const wide = (v: number): string => `${Math.max(1.5, (100 * Math.abs(v)) / (most || 1))}%`;
  return (
    <HStack gap="1" align="start" role="img" aria-label={`${label}: ${say(before)}, then ${say(after)}`}>
      <Text w="58px" flex="none" fontSize="11px" lineHeight="13px" color="faded">
        {label}
      </Text>
      <Box>
        {(
          [
            [before, 'faded', WORDS.now],
            [after, 'kelp', WORDS.then],
          ] as const
        ).map(([v, color, when]) => (
          <HStack key={color} gap="1.5" h="13px">
            <Box w="56px">
              <Box h="6px" w={wide(v)} bg={color} />
            </Box>
            <Text fontFamily="mono" fontSize="10.5px" color={color === 'kelp' ? 'ink' : 'faded'}>
              {say(v)} {when}
            </Text>
          </HStack>
        ))}
      </Box>
    </HStack>
  );
}

function Card({ mend, design }: { mend: BalanceMend; design: Design }) {
  const { chosen, choose } = useMends();
  const edit = useDesignStore((s) => s.edit);
  const { copy, problem } = useCopy();
  const isChosen = chosen === mend;
  const title = titleOf(mend, design, design.units);
  const { before, after } = mend;
  const makeCopy = (): void =>
    copy(
      { ...applyChange(design, mend.change), name: `${design.name.slice(0, 60)}, mended` },
      'balance?desk=mends',
    );
  return (
    <Box
      flex="none"
      w="232px"
      bg="sheet"
      borderWidth={isChosen ? '2px' : '1px'}
      borderColor={isChosen ? 'kelp' : 'rule'}
      borderRadius="l3"
      p="2.5"
      role="group"
      aria-label={title}
    >
      <Box
        as="button"
        display="block"
        w="full"
        textAlign="left"
        cursor="pointer"
        aria-pressed={isChosen}
        onClick={() => choose(isChosen ? null : mend)}
      >
        <Text fontSize="13px" fontWeight="650" lineHeight="1.25" minH="33px">
          {title}
        </Text>
        <Text fontSize="11.5px" color="faded" mb="1" minH="17px" lineHeight="1.3">
          {changesOf(mend)}
          <br />
          {costWords(mend)}
        </Text>
        {before.load !== null && after.load !== null && (
          <BeforeAfter
            label={WORDS.frettingHandAfter}
            before={before.load}
            after={after.load}
            most={Math.max(Math.abs(before.load), Math.abs(after.load), 0.5)}
            say={(v) => `${v.toFixed(1)} N`}
          />
        )}
        <BeforeAfter
          label={WORDS.weight}
          before={before.mass}
          after={after.mass}
          most={Math.max(before.mass, after.mass)}
          say={(v) => `${(v / 1000).toFixed(2)} kg`}
        />
      </Box>
      <HStack mt="1.5" gap="1.5">
        <Button size="2xs" onClick={() => edit(title, (d) => applyChange(d, mend.change))}>
          {WORDS.applyMend}
        </Button>
        <Button size="2xs" variant="outline" onClick={() => makeCopy()}>
          {WORDS.applyToCopy}
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

/** What is to spare where nothing is to be mended, and what a slippery strap does. */
function Margin({ design }: { design: Design }) {
  const { hanging } = weighedNow(design);
  const spare = hanging && toSpare(hanging, hanging.angle);
  const slippery = hanging?.loads?.slippery;
  if (spare === null || !slippery) return null;
  return `It holds with ${((spare * 180) / Math.PI).toFixed(0)}° to spare; on a slippery strap the hand lifts ${newtons(slippery.likely)} (${slippery.from.toFixed(1)} to ${slippery.to.toFixed(1)}).`;
}

function Cards({ design }: { design: Design }) {
  const { search, stop, look } = useMends();
  if (search.state === 'looking')
    return (
      <HStack gap="3" p="3">
        <Spinner size="sm" />
        <Text fontSize="13px">{`${WORDS.lookingForMends} ${(100 * search.share).toFixed(0)} %`}</Text>
        <Button size="2xs" variant="outline" onClick={stop}>
          {WORDS.stop}
        </Button>
      </HStack>
    );
  if (search.state === 'failed')
    return (
      <Text p="3" role="alert">
        {search.message}
      </Text>
    );
  if (search.state === 'none')
    return (
      <HStack p="3">
        <Button size="sm" variant="outline" onClick={() => look(design)}>
          {WORDS.lookForMends}
        </Button>
      </HStack>
    );
  if (search.mends.length === 0)
    return (
      <Text p="3" fontSize="13px">
        {WORDS.nothingToMend} {<Margin design={design} />}
      </Text>
    );
  return (
    <HStack
      gap="2.5"
      p="2.5"
      overflowX="auto"
      align="stretch"
      tabIndex={0}
      role="list"
      aria-label={WORDS.mends}
    >
      {search.mends.map((m, i) => (
        <Card key={i} mend={m} design={design} />
      ))}
    </HStack>
  );
}

/** The player with the instrument as it is or as a mend makes it, and the mends under them. */
export function Mends() {
  const design = useDesign();
  const rested = useRested((s) => s.design);
  const { of, chosen, look } = useMends();
  // A design that rests is looked through once; one that was stopped waits to be asked again.
  useEffect(() => {
    const { of: last, search } = useMends.getState();
    if (rested && last !== rested && (last !== null || search.state === 'none')) look(rested);
  }, [rested, look]);
  useEffect(() => () => useMends.getState().stop(), []);
  const shown = useMemo(
    () => (chosen && of === design ? applyChange(design, chosen.change) : design),
    [chosen, of, design],
  );
  return (
    <Box
      position="absolute"
      inset="0"
      display="grid"
      gridTemplateRows="1fr auto"
      gridTemplateColumns="minmax(0, 1fr)"
    >
      <Box position="relative" minH="0">
        <StandingOf design={shown} />
      </Box>
      <Box borderTopWidth="1px" borderColor="rule" bg="paper" minH="60px">
        <Cards design={design} />
      </Box>
    </Box>
  );
}
