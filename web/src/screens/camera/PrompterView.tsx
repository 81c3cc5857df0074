import { Box, Flex, Input } from '@chakra-ui/react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { positionAfter } from '@kavrell/core/records';
import { draftDiff, measuredWpm, promptFields, readingSeconds, wordsIn, type Prompt } from '@kavrell/core/sound';
import { formatRunning } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { StalePart } from '../../app/Stale.tsx';
import { useDraft } from '../../platform/draft.ts';
import { newId } from '../../platform/id.ts';
import { tell } from '../../platform/notices.ts';
import { change } from '../../platform/rows.ts';
import { saveAs } from '../../platform/save.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Empty, Facts, Part } from '../../ui/parts.tsx';
import { TextEditor } from '../../ui/TextEditor.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { Tabbed } from '../../ui/Views.tsx';
import { Whole } from '../../ui/Whole.tsx';

/** Texts to be read aloud: how long they take, what changed since somebody learnt them, and the text itself, running. */
export function PrompterView() {
  const { production, rows } = usePlanned();
  const [openId, setOpenId] = useState<string | null>(null);
  const prompt = rows.prompts.find((p) => p.id === openId) ?? rows.prompts.at(-1);
  const add = (values: Partial<Prompt> = {}) => {
    const id = newId();
    const scene = rows.scenes.find((s) => s.script.trim() !== '');
    void change(production.id, 'A text for the prompter', [
      {
        op: 'insert',
        table: 'prompts',
        id,
        values: {
          title: values.title ?? scene?.title ?? 'New text',
          sceneId: values.sceneId ?? null,
          draft: values.draft ?? 1,
          text: values.text ?? scene?.script ?? '',
          wpm: values.wpm ?? production.readingWpm,
          marks: [],
          position: positionAfter(rows.prompts),
        },
      },
    ]);
    setOpenId(id);
  };
  if (!prompt)
    return (
      <Empty title="No text yet" action={<Button onClick={() => add()}>Add a text</Button>}>
        A text has drafts and a pace. “Welcome, 240 words at 140 a minute: 1:43.” Edit it while it runs; whoever reads
        sees it at once.
      </Empty>
    );
  return (
    <>
      <Box mb={3}>
        <Tabbed
          label="Texts"
          views={rows.prompts.map((p) => ({ key: p.id, words: `${p.title}, ${p.draft}` }))}
          open={prompt.id}
          onOpen={setOpenId}
        />
      </Box>
      <Flex mb={3}>
        <Button size="small" onClick={() => add({ title: 'New text', text: '' })}>
          Add a text
        </Button>
      </Flex>
      <Bench
        key={prompt.id}
        prompt={prompt}
        next={() =>
          add({
            title: prompt.title,
            sceneId: prompt.sceneId,
            draft: prompt.draft + 1,
            text: prompt.text,
            wpm: prompt.wpm,
          })
        }
      />
    </>
  );
}

function Bench({ prompt, next }: { prompt: Prompt; next: () => void }) {
  const { production, rows } = usePlanned();
  const [draft, setDraft] = useDraft(`prompt:${prompt.id}`);
  const [running, setRunning] = useState(false);
  const [startMs, setStartMs] = useState<number | null>(null);
  const text = draft === '' ? prompt.text : draft;
  const save = (values: Record<string, unknown>) =>
    void change(production.id, `${prompt.title}: draft ${prompt.draft}`, [
      { op: 'update', table: 'prompts', row: prompt, values },
    ]);
  const keep = () => {
    if (draft !== '' && draft !== prompt.text) save({ text: draft });
    setDraft('');
  };
  const before = rows.prompts.find((p) => p.title === prompt.title && p.draft === prompt.draft - 1);
  const changed = useMemo(
    () => (before ? draftDiff(before.text, text).filter((d) => d.kind !== 'same') : []),
    [before, text],
  );
  const words = wordsIn(text).length;
  const rehearse = () => {
    if (startMs === null) {
      setStartMs(Date.now());
      return;
    }
    const wpm = measuredWpm(words, (Date.now() - startMs) / 1000);
    setStartMs(null);
    if (wpm === null) tell('Too few words to measure a pace by.');
    else if (wpm < 40 || wpm > 400)
      tell(`That was ${Math.round(wpm)} words a minute: not the whole text, surely. The pace stays.`);
    else {
      save({ wpm: Math.round(wpm) });
      tell(`Read at ${Math.round(wpm)} words a minute. Ctrl+Z takes it back.`);
    }
  };
  const mark = (note: string) => save({ marks: [...prompt.marks, { word: 0, words: note }] });
  return (
    <>
      {running ? <Running text={text} wpm={prompt.wpm} stop={() => setRunning(false)} /> : null}
      <Box>The text</Box>
      <TextEditor label="The text" rows={14} value={text} onChange={setDraft} onBlur={keep} />
      <Flex gap={2} wrap="wrap" mt={3}>
        <Button look="primary" onClick={() => setRunning(true)}>
          Run it
        </Button>
        <Button aria-pressed={startMs !== null} look={startMs === null ? 'plain' : 'on'} onClick={rehearse}>
          {startMs === null ? 'Read it through: start' : 'Read to the end: stop'}
        </Button>
        <Button onClick={next}>Draft {prompt.draft + 1}</Button>
        <Button onClick={() => saveAs(`${prompt.title} draft ${prompt.draft}.txt`, 'text/plain', text)}>As text</Button>
      </Flex>
      {before ? (
        <Box mt={4}>
          <Box as="h2" fontSize="m" mb={2}>
            {changed.length === 0 ? `As draft ${before.draft}` : `Since draft ${before.draft}`}
          </Box>
          <Box as="ul" display="grid" gap={1} data-draft-diff>
            {changed.map((c, i) => (
              <li key={i}>
                <strong>{c.kind === 'in' ? 'in: ' : 'out: '}</strong>
                {c.text}
              </li>
            ))}
          </Box>
        </Box>
      ) : null}
      <Sheet>
        <StalePart id={prompt.id} table="prompts" />
        <Part>
          <h2>
            {prompt.title}, draft {prompt.draft}
          </h2>
          <Facts
            rows={[
              ['Words', String(words)],
              ['Read aloud', formatRunning(readingSeconds(text, prompt.wpm) * 1000)],
            ]}
          />
        </Part>
        <Part>
          <FieldEdit
            label="Title"
            value={prompt.title}
            fields={promptFields}
            set={(title) => ({ title })}
            save={save}
          />
          <FieldEdit
            label="Words a minute"
            value={String(prompt.wpm)}
            fields={promptFields}
            set={(t) => ({ wpm: Number(t) })}
            save={save}
          />
        </Part>
        <Part title="Marks from rehearsal">
          <Box as="ul" display="grid" gap={1} mb={2}>
            {prompt.marks.map((m, i) => (
              <li key={i}>{m.words}</li>
            ))}
          </Box>
          <Marks take={mark} />
        </Part>
      </Sheet>
    </>
  );
}

function Marks({ take }: { take: (words: string) => void }) {
  const [words, setWords] = useState('');
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        if (words.trim() === '') return;
        take(words.trim().slice(0, 120));
        setWords('');
      }}
    >
      <label>
        Such as “breathe before the name”
        <Input value={words} onChange={(e) => setWords(e.target.value)} />
      </label>
    </form>
  );
}

/** The text running at its pace, white on black, an arm’s length away. Space stops and goes on, arrows change the pace. */
function Running({ text, wpm, stop }: { text: string; wpm: number; stop: () => void }) {
  const [pace, setPace] = useState(wpm);
  const [going, setGoing] = useState(true);
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const { current } = box;
    if (!current || !going) return;
    const seconds = readingSeconds(text, pace);
    const perSecond = (current.scrollHeight - current.clientHeight) / Math.max(1, seconds);
    let at = current.scrollTop;
    let before = performance.now();
    let frame = 0;
    const tick = (now: number) => {
      at += (perSecond * (now - before)) / 1000;
      before = now;
      current.scrollTop = at;
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  }, [going, pace, text]);
  return (
    <Whole label="Prompter" close={stop} first={box}>
      <Box h="100dvh" bg="#000" color="#fff" display="flex" flexDirection="column">
        <Flex gap={2} p={2} align="center">
          <Button onClick={() => setGoing(!going)}>{going ? 'Stop' : 'Go on'}</Button>
          <Button onClick={() => setPace(Math.max(40, pace - 5))}>Slower</Button>
          <Button onClick={() => setPace(Math.min(400, pace + 5))}>Faster</Button>
          <Box>{pace} words a minute</Box>
          <Button ml="auto" onClick={stop}>
            Close
          </Button>
        </Flex>
        <Box
          ref={box}
          tabIndex={0}
          flex="1"
          overflowY="auto"
          px="8vw"
          py="30vh"
          fontSize="clamp(28px, 6vw, 72px)"
          lineHeight="1.35"
          whiteSpace="pre-wrap"
          data-prompter
          onKeyDown={(e) => {
            if (e.key === ' ') setGoing(!going);
            else if (e.key === 'ArrowUp') setPace(Math.min(400, pace + 5));
            else if (e.key === 'ArrowDown') setPace(Math.max(40, pace - 5));
            else return;
            e.preventDefault();
            e.stopPropagation();
          }}
        >
          {text}
        </Box>
      </Box>
    </Whole>
  );
}
