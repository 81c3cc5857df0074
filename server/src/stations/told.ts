import type { Context } from '../platform/context.ts';
import type { FolderFound, Told } from '../copies/find.ts';

/** A station that was not heard of for so long is away: what it told last says nothing of now. */
const AWAY_S = 30;

/** What lies in the folders of the stations that are there. */
export async function foldersTold({ db }: Context): Promise<Told[]> {
  const [rows] = await db.query(
    `SELECT name, folders FROM stations WHERE ended_at IS NULL AND secret_hash IS NOT NULL AND seen_at > now() - make_interval(secs => $1) ORDER BY name`,
    { bind: [AWAY_S] },
  );
  return (rows as { name: string; folders: FolderFound[] }[]).map((r) => [r.name, r.folders] as const);
}

/** Asks a station to read a card when it is next heard of. */
export async function askToRead({ db }: Context, station: string, cardId: string): Promise<void> {
  await db.query(
    `UPDATE stations SET to_read = array_append(array_remove(to_read, $1::uuid), $1::uuid) WHERE name = $2`,
    {
      bind: [cardId, station],
    },
  );
}
