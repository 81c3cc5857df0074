import { useMemo } from 'react';
import { positionAfter } from '@kavrell/core/records';
import {
  SOURCE_WORDS,
  soundBoxFields,
  soundRouteFields,
  soundSourceFields,
  type SoundBox,
  type SoundSource,
} from '@kavrell/core/sound';
import { usePlanned } from '../../app/production.tsx';
import { StalePart } from '../../app/Stale.tsx';
import { TableBench } from '../../app/TableBench.tsx';
import { newId } from '../../platform/id.ts';
import { change, type Op } from '../../platform/rows.ts';
import { boxColumns, routeColumns, sourceColumns } from './patchColumns.tsx';
import { useSome } from '../../platform/some.ts';

/** The patch as tables: sources, boxes, and what goes where, line by line. */
export function PatchTables() {
  const { production, rows } = usePlanned();
  const name = (id: string | null) => rows.soundSources.find((s) => s.id === id)?.name ?? '–';
  const boxName = (id: string) => rows.soundBoxes.find((b) => b.id === id)?.name ?? '–';
  const insert = (label: string, table: 'soundBoxes' | 'soundSources' | 'soundRoutes', values: object) => {
    const id = newId();
    void change(production.id, label, [{ op: 'insert', table, id, values } as Op]);
    return id;
  };
  const boxOf = (kind: SoundBox['kind'], tracks: number, before: readonly object[] = []) => ({
    name: kind === 'recorder' ? 'Recorder' : 'Mixer feed',
    kind,
    cameraId: null,
    tracks,
    sockets: [{ name: 'inputs', channels: tracks, use: 'sound', shared: false }],
    sampleRateHz: 48_000,
    limiter: true,
    position: positionAfter(rows.soundBoxes) + before.length,
  });
  const sourceOf = (kind: SoundSource['kind'], before: readonly object[] = []) => ({
    name: SOURCE_WORDS[kind],
    kind,
    personId: null,
    microphone: '',
    told: kind !== 'person',
    sceneIds: [],
    position: positionAfter(rows.soundSources) + before.length,
  });
  const routeOf = (before: readonly object[] = []) => ({
    sourceId: rows.soundSources[0]?.id,
    linkId: null,
    boxId: rows.soundBoxes[0]?.id,
    socketName: rows.soundBoxes[0]?.sockets[0]?.name ?? '',
    channel: 1,
    duty: 'main',
    phantom: false,
    levelDb: -20,
    check: '',
    checkedBy: '',
    checkedAtMs: null,
    position: positionAfter(rows.soundRoutes) + before.length,
  });
  const addBox = (kind: SoundBox['kind'], tracks: number) =>
    insert('A box for sound', 'soundBoxes', boxOf(kind, tracks));
  const addSource = (kind: SoundSource['kind']) => insert('A sound source', 'soundSources', sourceOf(kind));
  const addRoute = () => insert('A line of the patch', 'soundRoutes', routeOf());
  const own3 = useSome(rows, ['people', 'scenes']);
  const ofSources = useMemo(() => sourceColumns(own3), [own3]);
  const own2 = useSome(rows, ['cameras']);
  const ofBoxes = useMemo(() => boxColumns(own2), [own2]);
  const own = useSome(rows, ['soundSources', 'soundBoxes', 'links']);
  const ofRoutes = useMemo(() => routeColumns(own), [own]);
  return (
    <>
      <TableBench
        title="Sources"
        table="soundSources"
        one="source"
        rows={rows.soundSources}
        columns={ofSources}
        fields={soundSourceFields}
        nameOf={(s) => s.name}
        adds={[
          ['Boom', () => addSource('boom')],
          ['On a person', () => addSource('person')],
          ['Feed from a desk', () => addSource('desk')],
          ['Playback', () => addSource('playback')],
          ['Ambience', () => addSource('ambience')],
        ]}
        pasted={{ identity: 'name', blank: (before) => sourceOf('person', before) }}
        side={(s) => <StalePart id={s.id} table="soundSources" />}
        empty="Nobody is heard yet. A press above gives a microphone to everybody who speaks; a boom and a feed are added here."
      />
      <TableBench
        title="Boxes"
        table="soundBoxes"
        one="box"
        rows={rows.soundBoxes}
        columns={ofBoxes}
        fields={soundBoxFields}
        nameOf={(b) => b.name}
        adds={[
          ['Recorder, 8 tracks', () => addBox('recorder', 8)],
          ['Recorder, 4 tracks', () => addBox('recorder', 4)],
          ['Mixer feed, 2', () => addBox('mixer', 2)],
        ]}
        pasted={{ identity: 'name', blank: (before) => boxOf('recorder', 8, before) }}
        empty="No box yet. “Recorder: records 8; sockets 1–4 on one plug that is also the control surface’s” is what goes wrong on the day."
      />
      <TableBench
        title="The patch, line by line"
        table="soundRoutes"
        one="line"
        rows={rows.soundRoutes}
        columns={ofRoutes}
        fields={soundRouteFields}
        nameOf={(r) => `${name(r.sourceId)} into ${boxName(r.boxId)} ${r.channel}`}
        adds={rows.soundSources.length > 0 && rows.soundBoxes.length > 0 ? [['Add a line', addRoute]] : []}
        pasted={{ blank: routeOf }}
        empty="Choose a source on a channel above."
      />
    </>
  );
}
