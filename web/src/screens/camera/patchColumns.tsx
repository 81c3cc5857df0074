import type { ProductionRows } from '@kavrell/core/productions';
import {
  BOX_KINDS,
  CHECKS,
  CHECK_WORDS,
  DUTIES,
  SOCKET_USES,
  SOURCE_KINDS,
  SOURCE_WORDS,
  type Socket,
  type SoundBox,
  type SoundRoute,
  type SoundSource,
} from '@kavrell/core/sound';
import { StaleWord } from '../../app/Stale.tsx';
import { choiceColumn, flagColumn, numberColumn, textColumn } from '../../ui/columns.tsx';
import type { Column } from '../../ui/column.ts';

/** Who is heard: by what, on whom, in which scenes. */
export function sourceColumns(rows: Pick<ProductionRows, 'people' | 'scenes'>): Column<SoundSource>[] {
  return [
    {
      ...textColumn<SoundSource>('name', 'Source', 'minmax(100px, 1fr)'),
      render: (s) => (
        <>
          <span>{s.name}</span>
          <StaleWord id={s.id} />
        </>
      ),
    },
    choiceColumn(
      'kind',
      'Kind',
      '130px',
      SOURCE_KINDS.map((k) => [k, SOURCE_WORDS[k]] as const),
    ),
    {
      ...choiceColumn<SoundSource>(
        'personId',
        'On',
        '100px',
        rows.people.map((p) => [p.id, p.shortName] as const),
        'nobody',
      ),
      extra: 1,
    },
    { ...textColumn<SoundSource>('microphone', 'Microphone', 'minmax(110px, 1fr)'), extra: 2 },
    {
      id: 'scenes',
      header: 'Heard in',
      width: 'minmax(90px, 1fr)',
      extra: 3,
      value: (s) =>
        s.sceneIds.length === 0
          ? 'all scenes'
          : rows.scenes
              .filter((x) => s.sceneIds.includes(x.id))
              .map((x) => x.number)
              .join(', '),
      edit: {
        get: (s) =>
          rows.scenes
            .filter((x) => s.sceneIds.includes(x.id))
            .map((x) => x.number)
            .join(', '),
        set: (text) => ({
          sceneIds: text
            .split(/[\s,;]+/)
            .filter(Boolean)
            .map((n) => {
              const scene = rows.scenes.find((x) => x.number === n.toUpperCase());
              if (!scene) throw new Error(`There is no scene ${n}.`);
              return scene.id;
            }),
        }),
      },
    },
    { ...flagColumn<SoundSource>('told', 'Told', '90px', 'told', 'not told'), extra: 4 },
  ];
}

/** What records or mixes: channels and the sockets that lead to them. */
export function boxColumns(rows: Pick<ProductionRows, 'cameras'>): Column<SoundBox>[] {
  return [
    textColumn('name', 'Box', 'minmax(110px, 1fr)'),
    choiceColumn(
      'kind',
      'Kind',
      '100px',
      BOX_KINDS.map((k) => [k, k] as const),
    ),
    numberColumn('tracks', 'Records', '80px'),
    {
      ...choiceColumn<SoundBox>(
        'cameraId',
        'Camera',
        '90px',
        rows.cameras.map((c) => [c.id, c.letter] as const),
        '–',
      ),
      extra: 2,
    },
    {
      id: 'sockets',
      header: 'Sockets',
      width: 'minmax(140px, 1.4fr)',
      extra: 1,
      value: (b) => b.sockets.map(socketSaid).join('; '),
      edit: { get: (b) => b.sockets.map(socketSaid).join('; '), set: (text) => ({ sockets: readSockets(text) }) },
    },
    { ...numberColumn<SoundBox>('sampleRateHz', 'Sample rate', '110px', { unit: 'Hz' }), extra: 3 },
    { ...flagColumn<SoundBox>('limiter', 'Limiter', '90px', 'on', 'off'), extra: 3 },
  ];
}

/** Which source goes by what into which channel. */
export function routeColumns(
  rows: Pick<ProductionRows, 'soundSources' | 'soundBoxes' | 'links'>,
): Column<SoundRoute>[] {
  return [
    choiceColumn(
      'sourceId',
      'Source',
      'minmax(96px, 1fr)',
      rows.soundSources.map((s) => [s.id, s.name] as const),
    ),
    {
      ...choiceColumn<SoundRoute>(
        'linkId',
        'By',
        '120px',
        rows.links.filter((l) => l.kind === 'microphone').map((l) => [l.id, l.name] as const),
        'cable',
      ),
      extra: 2,
    },
    choiceColumn(
      'boxId',
      'Into',
      'minmax(96px, 1fr)',
      rows.soundBoxes.map((b) => [b.id, b.name] as const),
    ),
    numberColumn('channel', 'Channel', '76px'),
    { ...textColumn<SoundRoute>('socketName', 'Socket', '110px'), extra: 4 },
    {
      ...choiceColumn<SoundRoute>(
        'duty',
        'As',
        '90px',
        DUTIES.map((d) => [d, d] as const),
      ),
      extra: 1,
    },
    { ...flagColumn<SoundRoute>('phantom', 'Phantom', '90px', '48 V', 'off'), extra: 3 },
    { ...numberColumn<SoundRoute>('levelDb', 'Level', '80px', { unit: 'dB' }), extra: 5 },
    {
      ...choiceColumn<SoundRoute>(
        'check',
        'Checked',
        '120px',
        CHECKS.map((c) => [c, CHECK_WORDS[c]] as const),
      ),
      extra: 6,
    },
  ];
}

const socketSaid = (s: Socket): string => `${s.name} ${s.channels} ${s.use}${s.shared ? ' shared' : ''}`;

/** `inputs 4 sound; multi 2 control shared`: name, channels, what it does now, and whether it can do something else. */
export function readSockets(text: string): Socket[] {
  return text
    .split(';')
    .map((t) => t.trim())
    .filter(Boolean)
    .map((t) => {
      const found = /^(.+?)\s+(\d+)\s+(sound|control|timecode|nothing)(\s+shared)?$/i.exec(t);
      if (!found)
        throw new Error(
          `“${t}” is no socket: write “inputs 4 sound”, with ${SOCKET_USES.join(', ')} and, if it can do either, “shared”.`,
        );
      return {
        name: found[1] ?? '',
        channels: Number(found[2]),
        use: (found[3] ?? 'sound').toLowerCase() as Socket['use'],
        shared: Boolean(found[4]),
      };
    });
}
