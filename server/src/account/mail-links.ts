import { hash, randomBytes } from 'node:crypto';
import type { Knex } from 'knex';

/** What each kind of link does: it makes an account, renews the password of one, or gives one another e-mail. */
interface LinkUses {
  readonly account: { readonly email: string; readonly name: string; readonly password_hash: string };
  readonly password: { readonly user_id: string };
  readonly email: { readonly user_id: string; readonly email: string };
}
export type LinkKind = keyof LinkUses;

/** The columns that a kind of link has; the others are empty. */
const COLUMNS: { readonly [Kind in LinkKind]: readonly (keyof LinkUses[Kind])[] } = {
  account: ['email', 'name', 'password_hash'],
  password: ['user_id'],
  email: ['user_id', 'email'],
};
const ALL = ['user_id', 'email', 'name', 'password_hash'];

/** Minutes for which a link can be used. */
export const LINK_MINUTES = 60;

const hashed = (token: string) => hash('sha256', token);

/** A new link's secret; what it does is kept under its hash. */
export async function newLink<Kind extends LinkKind>(database: Knex, use: LinkUses[Kind]): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  await database('mail_links').where('expires_at', '<', database.fn.now()).delete();
  await database('mail_links').insert({
    hash: hashed(token),
    ...use,
    expires_at: database.raw(`now() + interval '${LINK_MINUTES} minutes'`),
  });
  return token;
}

/** What a link of a kind does, which it does no more; nothing where it is none of these, or too old. */
export async function takeLink<Kind extends LinkKind>(
  transaction: Knex,
  kind: Kind,
  token: string,
): Promise<LinkUses[Kind] | undefined> {
  const query = transaction('mail_links')
    .where('hash', hashed(token))
    .where('expires_at', '>=', transaction.fn.now());
  const own = COLUMNS[kind] as readonly string[];
  for (const column of ALL)
    void (own.includes(column) ? query.whereNotNull(column) : query.whereNull(column));
  const [link] = (await query.delete().returning([...own])) as LinkUses[Kind][];
  return link;
}
