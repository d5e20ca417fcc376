import type { Design, Refusal } from '@pelkin/core';
import { designRefusals, designText } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { differences, takeParts } from '../design/differences.ts';
import { declineCopy, takeCopy, useKeeping } from '../design/keeping/keeping.ts';
import type { Offer } from '../design/keeping/state.ts';
import { useDesign } from '../design/store.ts';
import { download, fileStem } from '../shared/download.ts';
import { when } from '../shared/when.ts';
import { ON_OCHRE, PartsChoice } from './PartsChoice.tsx';
import { stageByKey } from '../stages/all.ts';
import { WORDS } from './words.ts';

const placeWords = (stage: string): string => {
  const known = stageByKey(stage);
  return known ? `, at ${known.name}` : '';
};

/** Saves a state as a design file, whatever it is worth. */
export function saveAsFile(name: string, state: unknown): void {
  download(`${fileStem(name)}.pelkin.json`, 'application/json', `${JSON.stringify(state, null, 2)}\n`);
}

function Copy({ offer, design }: { offer: Offer; design: Design }) {
  const [byParts, setByParts] = useState(false);
  const [asked, setAsked] = useState(false);
  const [problem, setProblem] = useState<Refusal | null>(null);
  const { read } = offer;
  const apart = read.ok ? differences(design, read.design) : [];
  const take = (whole: Design): void => {
    const [refusal] = designRefusals(whole);
    setProblem(refusal ?? null);
    if (!refusal) takeCopy(offer.key, whole);
  };
  const small = { size: 'xs', variant: 'outline', color: ON_OCHRE.ink, borderColor: ON_OCHRE.ink } as const;
  return (
    <Box role="group" aria-label={`Kept ${when(new Date(offer.at).toISOString())}`} py="1">
      <HStack gap="3">
        <Text flex="1">
          <b>
            Changes of {when(new Date(offer.at).toISOString())} are kept on this device and not on the server
          </b>{' '}
          (made in a page that was closed{placeWords(offer.stage)}).{' '}
          {read.ok
            ? apart.length
              ? `Different from this screen: ${apart.map((d) => d.words).join(', ')}.`
              : 'They are the same as this screen.'
            : `They cannot be opened: ${read.refusals[0]?.where ? `${read.refusals[0].where}: ` : ''}${read.refusals[0]?.message ?? ''}. Save them as a file to mend that.`}
        </Text>
        {read.ok && (
          <Button {...small} onClick={() => take(read.design)}>
            {WORDS.useThem}
          </Button>
        )}
        {read.ok && apart.length > 1 && (
          <Button {...small} aria-expanded={byParts} onClick={() => setByParts(!byParts)}>
            {WORDS.chooseParts}
          </Button>
        )}
        <Button
          {...small}
          onClick={() => saveAsFile(`${design.name} kept`, read.ok ? read.design : read.raw)}
        >
          {WORDS.saveAsAFile}
        </Button>
        {asked ? (
          <>
            <Button {...small} onClick={() => setAsked(false)}>
              {WORDS.keepThem}
            </Button>
            <Button size="xs" bg={ON_OCHRE.ink} color={ON_OCHRE.paper} onClick={() => declineCopy(offer.key)}>
              {WORDS.deleteThemForGood}
            </Button>
          </>
        ) : (
          <Button {...small} onClick={() => setAsked(true)}>
            {WORDS.delete}
          </Button>
        )}
      </HStack>
      {problem && <Text role="alert">They do not fit: {problem.message}.</Text>}
      {read.ok && byParts && (
        <PartsChoice
          apart={apart}
          whose="the kept"
          problem={problem}
          onKeep={(keys) => take(takeParts(design, read.design, keys))}
        />
      )}
    </Box>
  );
}

/** What pages that were closed left on this device and the server does not have: each is offered until it is taken or deleted. */
export function KeptCopies() {
  const offers = useKeeping((s) => s.offers);
  const design = useDesign();
  if (offers.length === 0) return null;
  return (
    <Box
      bg="ochreOnTar"
      color={ON_OCHRE.ink}
      px="4"
      py="1"
      role="region"
      aria-label={WORDS.keptOnThisDevice}
      fontSize="13px"
      maxH="40vh"
      overflowY="auto"
    >
      {offers.map((offer) => (
        <Copy key={offer.key} offer={offer} design={design} />
      ))}
    </Box>
  );
}

/** The server refuses the present state: says which field and why, and what can be done. */
export function RefusedByServer() {
  const kept = useKeeping((s) => s.kept);
  const design = useDesign();
  if (kept.kind !== 'refused') return null;
  const places = kept.refusals.filter((r) => r.where !== '');
  return (
    <Box
      bg="ochreOnTar"
      color={ON_OCHRE.ink}
      px="4"
      py="2"
      role="alert"
      aria-label={WORDS.refused}
      fontSize="13px"
    >
      <HStack gap="3">
        <Box flex="1">
          <Text>
            <b>The server does not take this state.</b>{' '}
            {places.length
              ? 'Change what is named here; every later change is then saved with it. Until then it stays on this device.'
              : `It says: ${kept.message}. It stays on this device and is sent again with your next change.`}
            {kept.request && ` (Request ${kept.request}.)`}
          </Text>
          {places.map((r) => (
            <Text key={`${r.where} ${r.message}`}>
              {r.where}: {r.message}
            </Text>
          ))}
        </Box>
        <Button
          size="xs"
          variant="outline"
          color={ON_OCHRE.ink}
          borderColor={ON_OCHRE.ink}
          onClick={() =>
            download(`${fileStem(design.name)}.pelkin.json`, 'application/json', designText(design))
          }
        >
          {WORDS.saveACopyAsAFile}
        </Button>
      </HStack>
    </Box>
  );
}
