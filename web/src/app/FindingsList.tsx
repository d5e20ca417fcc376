import type { Finding, Mend, Rule, Stage } from '@pelkin/core';
import { RULES, STAGES, edits, limitOf, mended, wordsOfFinding, wordsOfMend } from '@pelkin/core';
import { Box, Button, HStack, Heading, IconButton, Input, Tabs, Text } from '@chakra-ui/react';
import { X } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { MouseEvent } from 'react';
import { useNavigate } from 'react-router';
import { useBoard } from '../board/boardStore.ts';
import { derive } from '../design/derived.ts';
import { useDesign, useDesignStore } from '../design/store.ts';
import { LengthField } from '../shared/LengthField.tsx';
import { NumberField } from '../shared/NumberField.tsx';
import { stageByKey } from '../stages/all.ts';
import type { Found } from '../design/findings.ts';
import { useFindingsList, useFound } from '../design/findings.ts';
import { FRAMES, useFrameKind } from './frame.ts';
import { WORDS, alikeWords } from './words.ts';

/** State by shape, word and colour: a square for stop, a wedge for look, a ring for what was accepted. */
function Mark({ found }: { found: Found }) {
  const stop = found.finding.severity === 'stop';
  const words = found.reason !== null ? 'accepted' : stop ? 'stop' : 'look';
  return (
    <HStack
      gap="1"
      minW="74px"
      fontSize="12px"
      color={found.reason !== null ? 'faded' : stop ? 'madder' : 'ochre'}
    >
      <svg width="12" height="12" viewBox="0 0 12 12" aria-hidden="true">
        {found.reason !== null ? (
          <circle cx="6" cy="6" r="4.2" fill="none" stroke="currentColor" strokeWidth="1.6" />
        ) : stop ? (
          <rect x="1.5" y="1.5" width="9" height="9" fill="currentColor" />
        ) : (
          <path d="M6 1 11.5 11H.5z" fill="currentColor" />
        )}
      </svg>
      {words}
    </HStack>
  );
}

/** What mends a finding, with its distance, and the press that does it. */
function Mending({ mend, title }: { mend: Mend; title: string }) {
  const design = useDesign();
  const edit = useDesignStore((s) => s.edit);
  const says = wordsOfMend(mend, design, design.units);
  return (
    <HStack gap="2" mt="0.5">
      <Text fontSize="12.5px" color="kelp">
        {says}
      </Text>
      <Button
        size="2xs"
        variant="outline"
        aria-label={`${WORDS.doIt}: ${says}`}
        onClick={() => edit(`mended: ${title.toLowerCase()}`, (d) => mended(d, mend, derive(d)))}
      >
        {WORDS.doIt}
      </Button>
    </HStack>
  );
}

function Row({ found }: { found: Found }) {
  const { units } = useDesign();
  const { finding, reason } = found;
  const words = wordsOfFinding(finding, units);
  const [typed, setTyped] = useState<string | null>(null);
  const navigate = useNavigate();
  const edit = useDesignStore((s) => s.edit);
  const go = (event: MouseEvent): void => {
    const { id } = useDesignStore.getState();
    void navigate(`/designs/${id}/${finding.stage}`);
    // The list is over the lower part of the board: the place is shown above it.
    const covered = event.currentTarget.closest('section')?.offsetHeight ?? 0;
    // The stage fits its own work first; then the place is gone to.
    if (finding.where) setTimeout(() => useBoard.getState().showPlace(finding.where, covered), 0);
  };
  const accept = (): void => {
    const text = typed?.trim();
    if (!text) return;
    const refusals = edit(`accepted: ${words.title.toLowerCase()}`, (d) =>
      found.alike.reduce(
        (now, { rule, subject, measured }) =>
          edits.acceptFinding(now, { rule, subject, measured, reason: text.slice(0, 200) }),
        d,
      ),
    );
    // A reason that cannot be kept stays in its field, to be mended.
    if (refusals.length === 0) setTyped(null);
  };
  return (
    <Box as="li" borderTopWidth="1px" borderColor="rule" py="1.5" data-finding={finding.rule}>
      <HStack align="start" gap="3" wrap="wrap">
        <Mark found={found} />
        <Box flex="1" minW="220px" fontSize="13px">
          <Text fontWeight="600">{words.title}</Text>
          <Text>
            {words.says}
            {found.alike.length > 1 && ` ${alikeWords(found.alike.length - 1)}`}
          </Text>
          <Text color="faded" fontSize="12.5px">
            {reason === null ? words.remedy : `Accepted: ${reason}`}
          </Text>
          {reason === null && finding.mend && <Mending mend={finding.mend} title={words.title} />}
        </Box>
        <HStack gap="1" flexShrink="0" ml="auto">
          {(finding.where !== null || finding.stage) && (
            <Button size="2xs" variant="outline" onClick={go}>
              {finding.where ? WORDS.showThePlace : `Go to ${stageByKey(finding.stage)!.name}`}
            </Button>
          )}
          {/* A count is nothing to accept: what it counts is not known one by one. */}
          {finding.more !== undefined ? null : reason === null ? (
            <Button
              size="2xs"
              variant="outline"
              aria-expanded={typed !== null}
              onClick={() => setTyped(typed === null ? '' : null)}
            >
              {WORDS.accept}
            </Button>
          ) : (
            <Button
              size="2xs"
              variant="outline"
              onClick={() =>
                edit(`withdrew acceptance: ${words.title.toLowerCase()}`, (d) =>
                  found.alike.reduce((now, f) => edits.questionFinding(now, f.rule, f.subject), d),
                )
              }
            >
              {WORDS.withdrawAcceptance}
            </Button>
          )}
        </HStack>
      </HStack>
      {typed !== null && (
        <HStack mt="1" pl="86px">
          <Input
            size="xs"
            autoFocus
            maxLength={200}
            aria-label={WORDS.reasonForAccepting}
            placeholder={WORDS.reasonForAcceptingPrintedOnThe}
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
            onKeyDown={(e) => {
              e.stopPropagation();
              if (e.key === 'Enter') accept();
              if (e.key === 'Escape') setTyped(null);
            }}
          />
          <Button size="2xs" colorPalette="green" disabled={typed.trim() === ''} onClick={accept}>
            {WORDS.acceptWithThisReason}
          </Button>
        </HStack>
      )}
    </Box>
  );
}

/** The user’s own limits, rule by rule. */
function Limits() {
  const design = useDesign();
  const edit = useDesignStore((s) => s.edit);
  const rules = RULES.filter((r): r is Rule & { limit: NonNullable<Rule['limit']> } => r.limit !== null);
  return (
    <Box
      display="grid"
      gridTemplateColumns="repeat(auto-fill, minmax(min(330px, 100%), 1fr))"
      columnGap="8"
      rowGap="2"
      py="2"
    >
      {rules.map(({ id, limit, title }) => {
        const value = limitOf(
          design,
          RULES.find((r) => r.id === id)!,
        )!;
        const set = (next: number) =>
          edit(`limit: ${limit.label.toLowerCase()}`, (d) =>
            edits.setLimit(d, limit.name, next === limit.value ? null : next),
          );
        const from = `for “${title.toLowerCase()}”; ${limit.value} ${limit.unit} unless you set it`;
        return limit.unit === 'mm' ? (
          <LengthField
            key={id}
            label={limit.label}
            value={value}
            unit={design.units}
            places={2}
            limit={{ label: limit.label, min: limit.min, max: limit.max, from }}
            onCommit={set}
          />
        ) : (
          <NumberField
            key={id}
            label={limit.label}
            value={value}
            unit={limit.unit}
            min={limit.min}
            max={limit.max}
            from={from}
            whole={limit.unit === 'sheets'}
            onCommit={set}
          />
        );
      })}
    </Box>
  );
}

const inStage = (found: readonly Found[], stage: Stage): readonly Found[] =>
  found.filter(({ finding }: { finding: Finding }) => finding.stage === stage);

/** What the checks found, by stage, over the lower part of the board; beside it the limits they measure by. */
export function FindingsList() {
  const open = useFindingsList((s) => s.open);
  return open ? <OpenList /> : null;
}

function OpenList() {
  const { setOpen } = useFindingsList.getState();
  const { workOrder, particulars } = FRAMES[useFrameKind()];
  const found = useFound();
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key === 'Escape') useFindingsList.getState().setOpen(false);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <Box
      as="section"
      aria-label={WORDS.findings}
      position="absolute"
      left={`${workOrder}px`}
      right={`${particulars}px`}
      bottom="100%"
      maxH="44vh"
      overflowY="auto"
      bg="sheet"
      borderWidth="1px"
      borderColor="border.emphasized"
      borderTopRadius="l3"
      px="4"
      py="2"
      zIndex="popover"
      boxShadow="md"
    >
      <Tabs.Root defaultValue="found" size="sm" colorPalette="green" lazyMount unmountOnExit>
        <HStack>
          <Tabs.List flex="1">
            <Tabs.Trigger value="found">{WORDS.findings}</Tabs.Trigger>
            <Tabs.Trigger value="limits">{WORDS.limits}</Tabs.Trigger>
          </Tabs.List>
          <IconButton
            size="2xs"
            variant="ghost"
            aria-label={WORDS.closeTheFindings}
            onClick={() => setOpen(false)}
          >
            <X size={14} />
          </IconButton>
        </HStack>
        <Tabs.Content value="found" pt="1">
          {found.length === 0 && (
            <Text py="3" color="faded">
              No problems found.
            </Text>
          )}
          {STAGES.map((stage) => {
            const here = inStage(found, stage);
            return (
              here.length > 0 && (
                <Box key={stage} pb="2">
                  <Heading as="h3" fontSize="12px" fontWeight="600" color="faded" py="1">
                    {stageByKey(stage)!.name}
                  </Heading>
                  <Box as="ul" listStyleType="none">
                    {here.map((f) => (
                      <Row
                        key={`${f.finding.rule} ${f.finding.subject} ${f.finding.where?.x ?? ''}`}
                        found={f}
                      />
                    ))}
                  </Box>
                </Box>
              )
            );
          })}
        </Tabs.Content>
        <Tabs.Content value="limits" pt="1">
          <Limits />
        </Tabs.Content>
      </Tabs.Root>
    </Box>
  );
}
