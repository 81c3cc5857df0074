import { Box, Flex, Input } from '@chakra-ui/react';
import { askedOf, QUESTION_DEFAULTS, unasked, type AskedQuestion } from '@kavrell/core/interview';
import { positionAfter } from '@kavrell/core/records';
import { SHOT_DEFAULTS, nextShotCode } from '@kavrell/core/scenes';
import { formatCount } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { useDraft } from '../../platform/draft.ts';
import { change } from '../../platform/rows.ts';
import { productionNow } from '../../platform/clock.ts';
import type { InHand } from '../../shared/roll/inHand.ts';
import { rollConsole, timecodeAt } from '../../shared/roll/console.ts';
import { Button } from '../../ui/Button.tsx';
import { Look } from '../../ui/parts.tsx';
import { Panel } from './Panel.tsx';
import type { Onset } from '../../shared/roll/onset.ts';

/** The questions of the scene in hand: what is still unasked, silence after each, answers starred, follow-ups typed on the spot. */
export function Interview({ onset, hand }: { onset: Onset; hand: InHand }) {
  const { production, rows, day, me } = useProduction();
  const sceneId = hand.shot?.sceneId ?? hand.moment?.id ?? null;
  const scene = rows.scenes.find((s) => s.id === sceneId);
  const [text, setText] = useDraft(`followup:${sceneId ?? ''}`);
  if (!day || !scene) return <Box mb={4}>Questions belong to a scene: choose one of its shots first.</Box>;
  const list = askedOf(rows.questions, scene.id, rows.logEntries);
  const left = unasked(list).length;
  const takeId = hand.rolling?.id ?? null;
  const asked = ({ question: q }: AskedQuestion) => {
    onset.log(`Asked: ${q.words}`.slice(0, 160), { kind: 'asked', questionId: q.id, takeId, starredAt: null });
  };
  const star = ({ question: q }: AskedQuestion) => {
    const timecode = timecodeAt(production, day, productionNow(production));
    onset.log(`Answer starred: ${q.words}`.slice(0, 160), {
      kind: 'asked',
      questionId: q.id,
      takeId,
      starredAt: timecode,
    });
    if (hand.rolling) rollConsole.log(production, hand.rolling.id, 'Answer starred', { kind: 'starred', timecode });
  };
  const followUp = (asShot: boolean) => {
    const words = text.trim();
    if (!words) return;
    const shots = rows.shots.filter((s) => s.sceneId === scene.id);
    void change(production.id, asShot ? `A shot for: ${words}`.slice(0, 160) : `Follow-up: ${words}`.slice(0, 160), [
      asShot
        ? {
            op: 'insert',
            table: 'shots',
            values: {
              ...SHOT_DEFAULTS,
              ...{
                sceneId: scene.id,
                code: nextShotCode(
                  scene.number,
                  rows.shots.map((s) => s.code),
                  production.shotNumbers,
                ),
              },
              ...{
                description: words.slice(0, 300),
                role: 'cutaway',
                reason: 'An answer asked for it',
                takesPlanned: 1,
              },
              position: positionAfter(shots),
            },
          }
        : {
            op: 'insert',
            table: 'questions',
            values: {
              ...QUESTION_DEFAULTS,
              ...{ sceneId: scene.id, words: words.slice(0, 400), followUp: true },
              position: positionAfter(list.map((q) => q.question)),
            },
          },
    ]);
    setText('');
  };
  return (
    <Panel name="Questions" data-interview>
      <Flex gap={3} align="baseline" wrap="wrap" mb={2}>
        <Box as="h2" fontWeight="700">
          {scene.title}
        </Box>
        <Box>
          {left > 0 ? (
            <Look>{formatCount(left, 'question', 'questions')} still unasked</Look>
          ) : list.length > 0 ? (
            'everything asked'
          ) : (
            ''
          )}
        </Box>
      </Flex>
      {list.length === 0 ? <Box mb={2}>No question is written for this scene. Type the first below.</Box> : null}
      <Box as="ol" listStyleType="none" display="grid" gap={2}>
        {list.map((q) => (
          <QuestionLine key={q.question.id} line={q} asked={asked} star={star} />
        ))}
      </Box>
      <Flex gap={2} mt={3} wrap="wrap">
        <Input
          flex="1 1 220px"
          w="auto"
          aria-label="What the answer suggests"
          placeholder="What the answer suggests: a question, or a picture of it"
          maxLength={300}
          value={text}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => e.key === 'Enter' && followUp(false)}
        />
        <Button minH="44px" disabled={text.trim() === ''} onClick={() => followUp(false)}>
          Ask it
        </Button>
        {me.role === 'owner' ? (
          <Button minH="44px" disabled={text.trim() === ''} onClick={() => followUp(true)}>
            As a shot
          </Button>
        ) : null}
      </Flex>
    </Panel>
  );
}

/** One question: whether it was asked, and which answers were starred. */
function QuestionLine({
  line,
  asked,
  star,
}: {
  line: AskedQuestion;
  asked: (of: AskedQuestion) => void;
  star: (of: AskedQuestion) => void;
}) {
  return (
    <Flex as="li" gap={2} align="center" borderBottom="1px solid" borderColor="hairline" pb={2}>
      <Box flex={1} minW={0} overflowWrap="anywhere" color={line.askedAtMs.length > 0 ? 'soft' : undefined}>
        {line.question.words}
        <Box fontSize="s" color="soft">
          {[
            line.question.followUp ? 'follow-up' : '',
            line.question.purpose,
            line.question.silenceS > 0 ? `then ${line.question.silenceS}\u00a0s of silence` : '',
            line.askedAtMs.length > 1
              ? `asked ${line.askedAtMs.length} times`
              : line.askedAtMs.length > 0
                ? 'asked'
                : '',
            line.stars.length > 0 ? `★ ${line.stars.join(', ')}` : '',
          ]
            .filter(Boolean)
            .join(' · ')}
        </Box>
      </Box>
      <Button minH="48px" aria-label={`Asked: ${line.question.words}`} onClick={() => asked(line)}>
        {line.askedAtMs.length > 0 ? 'Again' : 'Asked'}
      </Button>
      <Button
        minH="48px"
        minW="48px"
        aria-label={`Star the answer to: ${line.question.words}`}
        onClick={() => star(line)}
      >
        ★
      </Button>
    </Flex>
  );
}
