import { Box, Flex } from '@chakra-ui/react';
import { Fragment, useMemo, useRef, useState, type ReactNode } from 'react';
import { doubledTakes, remarksOf, type Take } from '@kavrell/core/roll';
import { VERDICT_WORDS } from '@kavrell/core/wrap';
import { formatRunning } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { keyWords, keysOf } from '../../platform/commands.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { Tapes } from '../../ui/icons.tsx';
import { Empty, Look } from '../../ui/parts.tsx';
import { usePressMenu } from '../../ui/PressMenu.tsx';
import { rollConsole, useConsole } from '../../shared/roll/console.ts';

const FIRST = 12;
/** A take that began so far ahead of now was logged by a clock that is wrong. */
const AHEAD_MS = 5 * 60_000;
/** On a tablet, between rail and side sheet, there is no room for the timecode. */
const GRID = {
  base: '64px minmax(0, 1fr) 56px 70px',
  md: '76px 96px 60px 76px minmax(0, 1fr) auto',
  xl: '76px 96px 118px 60px 76px minmax(0, 1fr) auto',
};

interface Props {
  /** All of the day, false starts too. */
  takes: readonly Take[];
  aboutId: string | null;
  nowMs: number;
  mend: () => void;
  /** What puts the chosen take right, below its line. */
  mending: ReactNode;
}

/** The takes of the day, newest first. A press chooses the one that verdict and note go to. */
export function TakeList({ takes, aboutId, nowMs, mend, mending }: Props) {
  const { production, rows } = usePlanned();
  const [all, setAll] = useState(false);
  const codes = useMemo(
    () =>
      new Map([...rows.scenes.map((s) => [s.id, s.title] as const), ...rows.shots.map((s) => [s.id, s.code] as const)]),
    [rows.shots, rows.scenes],
  );
  const doubled = useMemo(() => doubledTakes(takes.filter((t) => t.struck === null)), [takes]);
  const table = useRef<HTMLDivElement>(null);
  const press = usePressMenu((element) => {
    const id = element.closest<HTMLElement>('[data-take]')?.dataset.take;
    const take = takes.find((t) => t.id === id);
    if (!take) return null;
    useConsole.setState({ takeId: take.id });
    const name = `${codes.get(take.shotId ?? take.sceneId ?? '') ?? 'Free'}-${take.number}`;
    const log = (words: string, event: Parameters<typeof rollConsole.log>[3]) => () =>
      rollConsole.log(production, take.id, `Take ${take.number}: ${words}`, event);
    return {
      label: `What can be done with take ${name}`,
      actions: [
        ...(['good', 'maybe', 'noGood'] as const).map((verdict) => ({
          key: verdict,
          words: `${VERDICT_WORDS[verdict]}${take.verdict === verdict ? ', as it is' : ''}`,
          keys: keyWords(keysOf(`roll.${verdict}`, usePreferences.getState().keys)),
          disabled: take.verdict === verdict,
          run: log(VERDICT_WORDS[verdict], { kind: 'marked', verdict }),
        })),
        take.struck
          ? { key: 'back', words: 'Bring it back', run: log('brought back', { kind: 'struck', struck: false }) }
          : {
              key: 'struck',
              words: 'False start',
              disabled: take.cutAtMs === null,
              run: log('false start', { kind: 'struck', struck: true }),
            },
        {
          key: 'mend',
          words: 'Put right…',
          keys: keyWords(keysOf('roll.mend', usePreferences.getState().keys)),
          run: mend,
        },
      ],
    };
  }, table);
  if (takes.length === 0)
    return (
      <Empty title="No take yet today">
        Press Space or Roll when the first one rolls. Each take is kept on this device at once, with or without network.
      </Empty>
    );
  const newest = [...takes].reverse();
  const shown = all ? newest : newest.slice(0, FIRST);
  return (
    <>
      <Box ref={table} role="table" tabIndex={-1} aria-label="Takes of the day" fontSize="s" {...press.on}>
        <Box
          role="row"
          display="grid"
          gridTemplateColumns={GRID}
          columnGap={3}
          color="soft"
          px={2}
          borderBottom="1px solid"
          borderColor="hairline"
          py={1}
        >
          <span role="columnheader">Take</span>
          <span role="columnheader">Cameras</span>
          <Box as="span" role="columnheader" hideBelow="xl">
            From
          </Box>
          <span role="columnheader">Length</span>
          <span role="columnheader">Verdict</span>
          <Box as="span" role="columnheader" hideBelow="md">
            Note
          </Box>
          <span />
        </Box>
        {shown.map((t) => (
          <Fragment key={t.id}>
            <TakeRow
              take={t}
              name={codes.get(t.shotId ?? t.sceneId ?? '') ?? (t.shotId ? '?' : 'Free')}
              chosen={t.id === aboutId}
              doubled={doubled.has(t.id)}
              ahead={t.rolledAtMs > nowMs + AHEAD_MS}
              mend={mend}
            />
            {t.id === aboutId ? mending : null}
          </Fragment>
        ))}
      </Box>
      {press.menu}
      {newest.length > FIRST ? (
        <Flex mt={2}>
          <Button size="small" onClick={() => setAll(!all)}>
            {all ? 'Only the newest' : `All ${newest.length} takes`}
          </Button>
        </Flex>
      ) : null}
    </>
  );
}

/** One take on its line. */
function TakeRow({
  take: t,
  name,
  chosen,
  doubled,
  ahead,
  mend,
}: {
  take: Take;
  name: string;
  chosen: boolean;
  doubled: boolean;
  ahead: boolean;
  mend: () => void;
}) {
  const remarks = remarksOf(t).join('; ');
  return (
    <Box
      role="row"
      display="grid"
      gridTemplateColumns={GRID}
      columnGap={3}
      px={2}
      minH="34px"
      alignItems="center"
      borderBottom="1px solid"
      borderColor="hairline"
      bg={chosen ? 'raised' : 'transparent'}
      color={t.struck ? 'soft' : undefined}
      cursor="pointer"
      onClick={() => useConsole.setState({ takeId: t.id })}
      data-take={t.id}
    >
      <strong role="cell">
        {name}
        {t.wild ? ' wild ' : '-'}
        {t.number}
      </strong>
      <span role="cell">
        <Tapes letters={t.cameras.filter((c) => c.outAtMs === null).map((c) => c.letter)} size={18} />
      </span>
      <Box as="span" role="cell" className="mono" hideBelow="xl">
        {t.timecodeIn}
      </Box>
      <span role="cell">{t.cutAtMs === null ? 'rolling' : formatRunning(t.cutAtMs - t.rolledAtMs)}</span>
      <strong role="cell">
        {t.struck ? (t.struck.into ? 'in another' : 'false start') : t.verdict ? VERDICT_WORDS[t.verdict] : '–'}
      </strong>
      <Box
        as="span"
        role="cell"
        overflow="hidden"
        textOverflow="ellipsis"
        whiteSpace="nowrap"
        gridColumn={{ base: '1 / -1', md: 'auto' }}
        title={remarks}
      >
        {doubled ? <Look>this number was said twice </Look> : null}
        {ahead ? <Look>by the clock of its device this is yet to come: put its time right </Look> : null}
        {t.stars.length ? `${'★'.repeat(Math.min(3, t.stars.length))} ` : ''}
        {remarks}
      </Box>
      <Box as="span" role="cell" gridColumn={{ base: '1 / -1', md: 'auto' }}>
        {chosen ? (
          <Button size="small" look="quiet" command="roll.mend" onClick={mend}>
            Put right
          </Button>
        ) : null}
      </Box>
    </Box>
  );
}
