import { hash, verify } from '@node-rs/argon2';
import type { Context } from '../context.ts';
import { newId, newToken, tokenHash } from '../ids.ts';

export const OWNER = 'owner';
const OWNER_LINK_HOURS = 24;

/** Makes the owner's account if there is none. */
export async function ensureOwner({ db }: Context): Promise<void> {
  await db.query('INSERT INTO accounts (id, name) VALUES ($1, $2) ON CONFLICT (name) DO NOTHING', {
    bind: [newId(), OWNER],
  });
}

/** A link that signs the owner in once, within a day. */
export async function ownerLink({ db }: Context): Promise<string> {
  const token = newToken();
  await db.query(
    `INSERT INTO entry_links (id, token_hash, role, label, account_id, expires_at)
     SELECT $1, $2, 'owner', 'one-time', id, now() + make_interval(hours => $3) FROM accounts WHERE name = $4`,
    { bind: [newId(), tokenHash(token), OWNER_LINK_HOURS, OWNER] },
  );
  return token;
}

/** Argon2id with the library's defaults (19 MiB, 2 passes), as OWASP recommends. */
export const hashPassword = (password: string): Promise<string> => hash(password);

/** A hash of no password, so that an unknown name takes as long to refuse as a wrong password. */
const NO_ONE = await hash(newToken());

/** The account of a name and password, or null. */
export async function checkPassword({ db }: Context, name: string, password: string): Promise<string | null> {
  const [row] = (await db.query('SELECT id, password_hash FROM accounts WHERE name = $1', { bind: [name] }))[0] as {
    id: string;
    password_hash: string | null;
  }[];
  const right = await verify(row?.password_hash ?? NO_ONE, password);
  return row?.password_hash && right ? row.id : null;
}
