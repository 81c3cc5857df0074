import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { fpsOf } from '@kavrell/core/timecode';
import { patchOf } from '@kavrell/core/productions';
import { positionAfter } from '@kavrell/core/records';
import {
  BOX_KINDS,
  CHECKS,
  CHECK_WORDS,
  DUTIES,
  SOCKET_USES,
  SOURCE_KINDS,
  SOURCE_WORDS,
  checkIn,
  soundBoxFields,
  soundRouteFields,
  soundSourceFields,
  wildSounds,
  type Socket,
  type SoundBox,
  type SoundRoute,
  type SoundSource,
} from '@kavrell/core/sound';
import { formatCount } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { StalePart, StaleWord } from '../../app/Stale.tsx';
import { productionNow } from '../../platform/clock.ts';
import { newId } from '../../platform/id.ts';
import { change, type Op } from '../../platform/rows.ts';
import { tell } from '../../platform/notices.ts';
import { Button } from '../../ui/Button.tsx';
import { choiceColumn, flagColumn, numberColumn, textColumn } from '../../ui/columns.tsx';
import type { Column } from '../../ui/column.ts';
import { Look, Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { TableBench } from '../../app/TableBench.tsx';
import { microphonesFor, patchTheRest, putOn, scratchForAll } from './patching.ts';

/** Who is heard, through what, into which channel of which box; and what of that can’t be kept. */
export function PatchView() {
  const { me, production, rows } = useProduction();
  const findings = useMemo(
    () => patchOf(rows),
    [
      rows.soundSources,
      rows.soundBoxes,
      rows.soundRoutes,
      rows.links,
      rows.cameras,
      rows.scenes,
      rows.shots,
      rows.people,
    ],
  );
  const wild = useMemo(() => wildSounds(rows.shots, fpsOf(production.rate)), [rows.shots, production.rate]);
  const checked = checkIn({ routes: rows.soundRoutes, sources: rows.soundSources, boxes: rows.soundBoxes });
  const name = (id: string | null) => rows.soundSources.find((s) => s.id === id)?.name ?? '–';
  const boxName = (id: string) => rows.soundBoxes.find((b) => b.id === id)?.name ?? '–';
  const run = (label: string, ops: Op[], nothing: string) => {
    if (ops.length === 0) tell(nothing);
    else void change(production.id, label, ops);
  };
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
  const sourceColumns = useMemo<Column<SoundSource>[]>(
    () => [
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
    ],
    [rows.people, rows.scenes],
  );
  const boxColumns = useMemo<Column<SoundBox>[]>(
    () => [
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
    ],
    [rows.cameras],
  );
  const routeColumns = useMemo<Column<SoundRoute>[]>(
    () => [
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
    ],
    [rows.soundSources, rows.soundBoxes, rows.links],
  );
  const tick = (route: SoundRoute) => {
    const next = CHECKS[(CHECKS.indexOf(route.check) + 1) % CHECKS.length] ?? '';
    void change(production.id, `${name(route.sourceId)}: ${CHECK_WORDS[next]}`, [
      {
        op: 'update',
        table: 'soundRoutes',
        row: route,
        values: {
          check: next,
          checkedBy: next === '' ? '' : me.name,
          checkedAtMs: next === '' ? null : Math.round(productionNow(production)),
        },
      },
    ]);
  };
  return (
    <>
      <Flex gap={2} wrap="wrap" mb={3}>
        <Button
          size="small"
          onClick={() =>
            run(
              'Microphones for all who speak',
              microphonesFor(rows),
              'Everybody who is named in a scene has a microphone.',
            )
          }
        >
          A microphone for all who speak
        </Button>
        <Button
          size="small"
          onClick={() =>
            run(
              'Patched the rest',
              patchTheRest(rows),
              rows.soundBoxes.length === 0
                ? 'Add a recorder first.'
                : 'Nothing is left to patch, or no channel is free.',
            )
          }
        >
          Patch what is nowhere
        </Button>
        <Button
          size="small"
          onClick={() => run('Scratch on every camera', scratchForAll(rows), 'Every camera records sound.')}
        >
          Scratch on every camera
        </Button>
      </Flex>
      {findings.length > 0 ? (
        <Box as="ul" display="grid" gap={2} mb={4} data-patch-findings>
          {findings.map((f) => (
            <Box as="li" key={f.key} data-patch-finding={f.key.split(':')[0]}>
              <Box as="span" color={f.level === 'danger' ? 'rolling' : 'look'} fontWeight="600">
                {f.words}
              </Box>{' '}
              {f.mend}
            </Box>
          ))}
        </Box>
      ) : rows.soundRoutes.length > 0 ? (
        <Box mb={4}>The patch holds: every source has its channel, and what happens once has two.</Box>
      ) : null}
      <Flex gap={4} wrap="wrap" align="start" mb={5}>
        {rows.soundBoxes.map((box) => (
          <BoxField key={box.id} box={box} />
        ))}
      </Flex>
      {rows.soundRoutes.length > 0 ? (
        <Box mb={5}>
          <Box as="h2" fontSize="m" mb={2}>
            Before people sit: {checked.done} of {checked.all} ok
          </Box>
          <Box as="ul" display="grid" gridTemplateColumns="repeat(auto-fill, minmax(260px, 1fr))" gap={2} data-check-in>
            {rows.soundRoutes.map((r) => (
              <li key={r.id}>
                <Button
                  w="100%"
                  minH="48px"
                  justifyContent="space-between"
                  whiteSpace="normal"
                  textAlign="left"
                  minW={0}
                  look={r.check === 'ok' ? 'on' : 'plain'}
                  onClick={() => tick(r)}
                >
                  <span>
                    {name(r.sourceId)} → {boxName(r.boxId)} {r.channel}
                  </span>
                  <span>{CHECK_WORDS[r.check]}</span>
                </Button>
              </li>
            ))}
          </Box>
        </Box>
      ) : null}
      <TableBench
        title="Sources"
        table="soundSources"
        one="source"
        rows={rows.soundSources}
        columns={sourceColumns}
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
        columns={boxColumns}
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
        columns={routeColumns}
        fields={soundRouteFields}
        nameOf={(r) => `${name(r.sourceId)} into ${boxName(r.boxId)} ${r.channel}`}
        adds={rows.soundSources.length > 0 && rows.soundBoxes.length > 0 ? [['Add a line', addRoute]] : []}
        pasted={{ blank: routeOf }}
        empty="Choose a source on a channel above."
      />
      <Box as="h2" fontSize="m" mb={2}>
        Wild sounds: {formatCount(wild.length, 'shot')}
      </Box>
      <Box as="ul" display="grid" gap={1} data-wild>
        {wild.map((w) => (
          <li key={w.shotId}>
            <strong>{w.code}</strong> {w.words}
          </li>
        ))}
      </Box>
      <Sheet>
        <Why
          lines={[
            'A channel takes one source; two that are never heard in the same scene may share it.',
            'What happens once wants two clean sources into two boxes: a card, a battery or a cable takes one of them.',
            'Every camera records scratch, so that its clips line up when timecode fails.',
          ]}
        />
        <Part title="Care">Hearing: levels low before headphones go on. Phantom power off before plugs move.</Part>
      </Sheet>
    </>
  );
}

/** One box: each channel it really records, and who is on it. */
function BoxField({ box }: { box: SoundBox }) {
  const { production, rows } = useProduction();
  return (
    <Box border="1px solid" borderColor="hairline" borderRadius="r" p={3} minW="220px" maxW="280px" data-box={box.name}>
      <Box fontWeight="700" mb={2}>
        {box.name}
      </Box>
      {Array.from({ length: box.tracks }, (_, i) => {
        const channel = i + 1;
        const here = rows.soundRoutes.filter((r) => r.boxId === box.id && r.channel === channel);
        const names = here.map((r) => rows.soundSources.find((s) => s.id === r.sourceId)?.name ?? '?');
        return (
          <Flex key={channel} gap={2} align="center" mb={1}>
            <Box w="22px" textAlign="right" className="mono">
              {channel}
            </Box>
            <select
              className="field"
              aria-label={`${box.name} channel ${channel}`}
              value={here[0]?.sourceId ?? ''}
              onChange={(e) => {
                const ops = putOn(rows, box, channel, e.target.value);
                if (ops.length > 0) void change(production.id, `${box.name} channel ${channel}`, ops);
              }}
            >
              <option value="">–</option>
              {rows.soundSources.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
            </select>
            {names.length > 1 ? <Look>+{names.length - 1}</Look> : null}
          </Flex>
        );
      })}
    </Box>
  );
}

const socketSaid = (s: Socket): string => `${s.name} ${s.channels} ${s.use}${s.shared ? ' shared' : ''}`;

/** `inputs 4 sound; multi 2 control shared`: name, channels, what it does now, and whether it can do something else. */
function readSockets(text: string): Socket[] {
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
