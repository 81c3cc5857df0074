import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { deleteProduction, duplicateProduction, type Me, type ProductionHead } from '@kavrell/contract';
import { formatCount, formatDate } from '@kavrell/core/units';
import { screenLink } from '../../app/links.ts';
import { call, wordsOf } from '../../platform/api.ts';
import { newId } from '../../platform/id.ts';
import { lastOpened } from '../../platform/opened.ts';
import { tell } from '../../platform/notices.ts';
import { queries } from '../../platform/queries.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { EraseForGood } from './EraseForGood.tsx';

const again = () => void queries.invalidateQueries({ queryKey: ['heads'] });
const setDeleted = (p: ProductionHead, deleted: boolean) =>
  call(deleteProduction, { params: { productionId: p.id }, body: { deleted } }).then(
    () => {
      again();
      tell(
        deleted ? `“${p.title}” is deleted, and kept for 30 days.` : `“${p.title}” is back.`,
        deleted ? { word: 'Bring it back', run: () => void setDeleted(p, false) } : undefined,
      );
    },
    (e: unknown) => tell(wordsOf(e)),
  );

/** What of it is open, in a few words. */
function openWords(p: ProductionHead): string {
  if (p.days === 0) return p.shots + p.moments ? 'no day yet' : 'not begun';
  if (p.cards > 0) return `${formatCount(p.cards, 'card')} not released`;
  return p.frozen ? 'call sheet frozen' : 'call sheet not frozen';
}

/** The productions there are, the one opened last first; those put away and deleted below, to be brought back. */
export function Productions({ heads, me }: { heads: readonly ProductionHead[]; me: Me }) {
  const navigate = useNavigate();
  const [more, setMore] = useState<string | null>(null);
  const [put, setPut] = useState(false);
  const opened = lastOpened();
  const live = heads.filter((p) => !p.archived && p.deletedAt === null);
  const away = heads.filter((p) => p.archived && p.deletedAt === null);
  const deleted = heads.filter((p) => p.deletedAt !== null);
  const sorted = [...live].sort((a, b) => (opened[b.id] ?? 0) - (opened[a.id] ?? 0) || (a.id < b.id ? -1 : 1));
  const duplicate = (p: ProductionHead) =>
    call(duplicateProduction, {
      params: { productionId: p.id },
      body: { id: newId(), title: `${p.title}, again`.slice(0, 120) },
    }).then(
      (made) => {
        again();
        void navigate(screenLink(made.id, null, 'brief'));
      },
      (e: unknown) => tell(wordsOf(e)),
    );
  const archive = (p: ProductionHead, archived: boolean) =>
    void change(p.id, archived ? 'Put away' : 'Taken up again', [
      { op: 'update', table: 'productions', row: { id: p.id, version: p.version }, values: { archived } },
    ]).then(again);
  return (
    <>
      <Box as="h2" fontSize="m" fontWeight="400" color="soft" mb={1}>
        Yours
      </Box>
      {live.length === 0 ? (
        <Box color="soft">No production yet. Paste something, choose a kind of job below, or just give it a name.</Box>
      ) : null}
      <Box as="ul">
        {sorted.map((p) => (
          <Box as="li" key={p.id} borderTop="1px solid" borderColor="hairline" data-production={p.title}>
            <Flex gap={1} align="start">
              <Box
                as="button"
                flex={1}
                minW={0}
                py={2}
                textAlign="left"
                onClick={() => void navigate(screenLink(p.id, null, me.role === 'owner' ? 'day' : 'call-sheet'))}
              >
                <Box fontWeight="700" overflowWrap="anywhere">
                  {p.title}
                </Box>
                <Box color="soft">{p.client || 'no client named'}</Box>
                <Flex justify="space-between" gap={2} color="soft" fontSize="s">
                  <span>{p.date ? formatDate(p.date) : ''}</span>
                  <span>{openWords(p)}</span>
                </Flex>
              </Box>
              <Button
                size="small"
                mt={2}
                aria-label={`More about ${p.title}`}
                aria-expanded={more === p.id}
                onClick={() => setMore(more === p.id ? null : p.id)}
              >
                …
              </Button>
            </Flex>
            {more === p.id ? (
              <Flex gap={2} wrap="wrap" pb={3}>
                <Button
                  size="small"
                  onClick={() => void duplicate(p)}
                  title="Its plan, without takes, cards and consents"
                >
                  Begin another like it
                </Button>
                <Button size="small" onClick={() => archive(p, true)}>
                  Put away
                </Button>
                <Button size="small" onClick={() => void setDeleted(p, true)}>
                  Delete
                </Button>
              </Flex>
            ) : null}
          </Box>
        ))}
      </Box>
      {away.length + deleted.length > 0 ? (
        <Box mt={3}>
          <Button size="small" aria-expanded={put} onClick={() => setPut(!put)}>
            {[away.length ? `${away.length} put away` : '', deleted.length ? `${deleted.length} deleted` : '']
              .filter(Boolean)
              .join(', ')}
          </Button>
          {put
            ? [...away, ...deleted].map((p) => (
                <Flex
                  key={p.id}
                  gap={2}
                  py={2}
                  align="center"
                  wrap="wrap"
                  data-put={p.title}
                  borderTop="1px solid"
                  borderColor="hairline"
                >
                  <Box flex={1} minW="120px" overflowWrap="anywhere" color="soft">
                    {p.title}
                  </Box>
                  <Button size="small" onClick={() => (p.deletedAt ? void setDeleted(p, false) : archive(p, false))}>
                    {p.deletedAt ? 'Bring it back' : 'Take it up again'}
                  </Button>
                  {p.deletedAt ? <EraseForGood head={p} again={again} /> : null}
                </Flex>
              ))
            : null}
        </Box>
      ) : null}
    </>
  );
}
