import { Box, Flex } from '@chakra-ui/react';
import type { FieldsOf } from '@kavrell/core/tables';
import { useState } from 'react';
import { positionAfter } from '@kavrell/core/records';
import type { Scene, Track } from '@kavrell/core/scenes';
import { usePlanned } from '../../app/production.tsx';
import { wordsOf } from '../../platform/api.ts';
import { store } from '../../platform/files.ts';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { heavy } from '../../workers/heavy.ts';
import { Button } from '../../ui/Button.tsx';
import { DropPlace } from '../../ui/DropPlace.tsx';
import { Empty } from '../../ui/parts.tsx';
import { Views } from '../../ui/Views.tsx';
import { PassTable } from './PassTable.tsx';
import { TrackBench } from './TrackBench.tsx';
import { Problem } from '../../ui/Problem.tsx';

const PEAK_STEPS = 1200;

/** The sound of a file, decoded by the browser beside the page. */
async function decode(file: File): Promise<AudioBuffer> {
  const context = new OfflineAudioContext(1, 1, 44100);
  try {
    return await context.decodeAudioData(await file.arrayBuffer());
  } catch {
    throw new Error(`“${file.name}” can’t be read as sound. Use WAV, MP3 or M4A. Nothing was changed.`);
  }
}

const empty = (name: string, durationS: number, position: number): FieldsOf<'tracks'> => ({
  name: name.slice(0, 120),
  kind: 'song',
  rights: '',
  fileHash: null,
  durationS,
  bpm: null,
  firstBeatS: 0,
  beatsPerBar: 4,
  cues: [],
  peaks: [],
  position,
});

/** Songs and voice-overs, and the shots that hang on their seconds. */
export function TrackView({ scene }: { scene: Scene }) {
  const { production, rows } = usePlanned();
  const [openId, setOpenId] = useState<string | null>(null);
  const [busy, setBusy] = useState('');
  const [problem, setProblem] = useState('');
  const track: Track | undefined = rows.tracks.find((t) => t.id === openId) ?? rows.tracks[0];

  const insert = (values: ReturnType<typeof empty>) => {
    const id = newId();
    void change(production.id, `Added “${values.name}”`, [{ op: 'insert', table: 'tracks', id, values }]);
    setOpenId(id);
  };
  const take = async ([file]: File[]) => {
    if (!file) return;
    setProblem('');
    setBusy(`Reading “${file.name}” …`);
    try {
      const sound = await decode(file);
      const channels = Array.from({ length: Math.min(2, sound.numberOfChannels) }, (_, i) => sound.getChannelData(i));
      const peaks = await heavy().peaks(channels, PEAK_STEPS);
      const fileHash = await store(production.id, file);
      insert({
        ...empty(file.name.replace(/\.\w+$/, ''), sound.duration, positionAfter(rows.tracks)),
        fileHash,
        peaks,
      });
    } catch (error) {
      setProblem(wordsOf(error));
    } finally {
      setBusy('');
    }
  };
  const bar = (
    <>
      <DropPlace
        what="Drop a song or a voice-over"
        accept="audio/*,.wav,.mp3,.m4a"
        busy={busy || undefined}
        take={(f) => void take(f)}
      >
        <Button size="small" onClick={() => insert(empty('A song', 180, positionAfter(rows.tracks)))}>
          Without sound
        </Button>
      </DropPlace>
      {problem ? <Problem mt={1}>{problem}</Problem> : null}
    </>
  );
  if (!track)
    return (
      <>
        <Empty title="No song and no voice-over yet">
          Drop one, tap its beat, and hang shots on its seconds: gaps and overlaps show by themselves. Whole passes of a
          song become a grid of light, outfit and pass.
        </Empty>
        {bar}
      </>
    );
  return (
    <Box display="grid" gridTemplateColumns="minmax(0, 1fr)" gap={6}>
      <Flex gap={3} wrap="wrap" align="center">
        {rows.tracks.length > 1 ? (
          <Views
            label="Tracks"
            views={rows.tracks.map((t) => [t.id, t.name] as const)}
            open={track.id}
            onOpen={setOpenId}
          />
        ) : null}
        <Box flex="1 1 300px">{bar}</Box>
      </Flex>
      <TrackBench key={track.id} track={track} />
      <PassTable track={track} scene={scene} />
    </Box>
  );
}
