import { Box, Flex, Table } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { listSheetLinks, revokeSheetLink, sendSheet } from '@kavrell/contract';
import { readersOf, type Message, type ReadState } from '@kavrell/core/callsheet';
import { formatCount, formatDate } from '@kavrell/core/units';
import { dateOf } from '@kavrell/core/time';
import { Giving, OnlyHere } from '../../app/Giving.tsx';
import { useProduction } from '../../app/production.tsx';
import { call, wordsOf } from '../../platform/api.ts';
import { tell } from '../../platform/notices.ts';
import { useRows } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty, Look, Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { useSheets } from './draft.ts';
import { madeWords } from './madeWords.ts';

const ORDER: readonly ReadState[] = ['nothing yet', 'ready', 'sent', 'opened', 'understood'];

/** Who has read which version, by the links that went out, and the messages that were made. */
export function ReadersView() {
  const { production, rows, day } = useProduction();
  const { sheets, last } = useSheets();
  const { rows: messages } = useRows(production.id, 'messages');
  const client = useQueryClient();
  const key = ['sheet-links', production.id, messages.length];
  const links = useQuery({
    queryKey: key,
    queryFn: () => call(listSheetLinks, { params: { productionId: production.id } }),
  });
  const [problem, setProblem] = useState('');
  const [openId, setOpenId] = useState<string | null>(null);
  if (!last?.content || !day)
    return (
      <Empty title="Nothing has gone out yet">Freeze the sheet; then see here who has opened and understood it.</Empty>
    );
  const readers = readersOf(last, sheets, rows.sheetReads, messages).sort(
    (a, b) => ORDER.indexOf(a.state) - ORDER.indexOf(b.state),
  );
  const missing = readers.filter((r) => r.state !== 'understood');
  const nameOf = (id: string) => last.content?.people.find((p) => p.id === id)?.name ?? 'Somebody';
  const run = async (what: () => Promise<string>) => {
    setProblem('');
    try {
      tell(await what());
      void client.invalidateQueries({ queryKey: ['sheet-links', production.id] });
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  const remind = (personIds: string[]) =>
    run(async () => {
      const made = await call(sendSheet, {
        params: { productionId: production.id, sheetId: last.id },
        body: { personIds },
      });
      return madeWords(made);
    });
  const own = [...messages].filter((m) => sheets.some((s) => s.id === m.sheetId)).sort((a, b) => b.atMs - a.atMs);
  const open = own.find((m) => m.id === openId);
  const at = (ms: number) =>
    `${formatDate(dateOf(ms, day.timeZone))} ${new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', timeZone: day.timeZone }).format(ms)}`;
  return (
    <>
      <Flex gap={3} align="center" wrap="wrap" mb={3}>
        <Box data-readers>
          Version {last.revision}: understood by {readers.length - missing.length} of {readers.length}.
        </Box>
        {missing.length > 0 ? (
          <Button size="small" onClick={() => void remind(missing.map((r) => r.personId))}>
            Make messages for {formatCount(missing.length, 'person', 'people')}
          </Button>
        ) : null}
      </Flex>
      {problem ? (
        <Box role="alert" mb={3}>
          <Look>{problem}</Look>
        </Box>
      ) : null}
      <OnlyHere />
      <Table.Root w="100%" aria-label="Who has read it" mb={5}>
        <Table.Header>
          <Table.Row color="soft" fontSize="s" textAlign="left">
            <Table.ColumnHeader>Who</Table.ColumnHeader>
            <Table.ColumnHeader>This version</Table.ColumnHeader>
            <Table.ColumnHeader className="narrow-off">Last understood</Table.ColumnHeader>
            <Table.ColumnHeader aria-label="Their link" />
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {readers.map((r) => {
            const link = links.data?.find((l) => l.personId === r.personId);
            return (
              <Table.Row key={r.personId} borderTop="1px solid" borderColor="hairline" data-reader={nameOf(r.personId)}>
                <Table.Cell py={2} pr={3} overflowWrap="anywhere">
                  <bdi>{nameOf(r.personId)}</bdi>
                </Table.Cell>
                <Table.Cell pr={3}>{r.state === 'understood' ? 'understood' : <Look>{r.state}</Look>}</Table.Cell>
                <Table.Cell pr={3} className="narrow-off">
                  {r.understoodRevision === null ? '–' : `version ${r.understoodRevision}`}
                </Table.Cell>
                <Table.Cell textAlign="right">
                  {link ? (
                    <Flex gap={1} justify="flex-end" wrap="wrap">
                      <Giving
                        path={link.path}
                        name={nameOf(r.personId)}
                        message={own.find((m) => m.personId === r.personId && m.sheetId === last.id)}
                      />
                      <Button
                        size="small"
                        onClick={() =>
                          void run(async () => {
                            await call(revokeSheetLink, {
                              params: { productionId: production.id, linkId: link.id },
                              body: undefined,
                            });
                            return 'Withdrawn. Making a message again makes a new one.';
                          })
                        }
                      >
                        Withdraw
                      </Button>
                    </Flex>
                  ) : (
                    ''
                  )}
                </Table.Cell>
              </Table.Row>
            );
          })}
        </Table.Body>
      </Table.Root>
      <MessagesMade {...{ own, at, nameOf }} open={setOpenId} />
      <ReadersSide open={open} />
    </>
  );
}

/** All messages of these sheets, the newest first. */
function MessagesMade({
  own,
  at,
  nameOf,
  open,
}: {
  own: readonly Message[];
  at: (ms: number) => string;
  nameOf: (id: string) => string;
  open: (id: string) => void;
}) {
  return (
    <>
      <Box as="h2" fontSize="m" mb={2}>
        Messages made
      </Box>
      {own.length === 0 ? (
        <Box color="soft">None yet.</Box>
      ) : (
        <Box as="ul" display="grid" maxH="40vh" overflowY="auto" data-outbox>
          {own.map((m) => (
            <Box as="li" key={m.id} borderBottom="1px solid" borderColor="hairline">
              <Button
                look="quiet"
                w="100%"
                justifyContent="flex-start"
                whiteSpace="normal"
                textAlign="left"
                fontWeight="400"
                onClick={() => open(m.id)}
              >
                {m.sentAtMs === null ? at(m.atMs) : `sent ${at(m.sentAtMs)}`} · {m.kind} for {nameOf(m.personId)} ·{' '}
                {m.subject}
              </Button>
            </Box>
          ))}
        </Box>
      )}
    </>
  );
}

/** The message that is open, and what the words of the table mean. */
function ReadersSide({ open }: { open: Message | undefined }) {
  return (
    <Sheet>
      {open ? (
        <Part title={`${open.kind === 'mail' ? 'Mail' : 'Message'} for ${open.recipient}`}>
          <Box fontWeight="600" mb={2}>
            {open.subject}
          </Box>
          <Box whiteSpace="pre-wrap" overflowWrap="anywhere">
            {open.body}
          </Box>
        </Part>
      ) : null}
      <Why
        lines={[
          'Ready: a message with their link was made. Share it, copy it, write the mail, or hold up its code. Sent: a mail server that was configured (KAVRELL_SMTP_URL) took it.',
          'Opened: their own link was opened. Understood: they pressed “Read and understood” on it, also later when they had no network.',
          'A link shows its person’s own sheet. Phones of others only to who may see them (People, “Their sheet shows”); rates to nobody.',
        ]}
      />
    </Sheet>
  );
}
