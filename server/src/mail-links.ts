import { createHash, randomBytes } from 'node:crypto';
import type { Knex } from 'knex';

/** What a link does: makes an account, or renews the password of one. */
export type LinkUse =
  | { readonly user_id: string }
  | { readonly email: string; readonly name: string; readonly password_hash: string };

/** Minutes for which a link can be used. */
export const LINK_MINUTES = 60;

const hashed = (token: string) => createHash('sha256').update(token).digest('hex');

/** A new link's secret; what it does is kept under its hash. */
export async function newLink(database: Knex, use: LinkUse): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  await database('mail_links').where('expires_at', '<', database.fn.now()).delete();
  await database('mail_links').insert({
    hash: hashed(token),
    ...use,
    expires_at: database.raw(`now() + interval '${LINK_MINUTES} minutes'`),
  });
  return token;
}

/** What a link does, which it does no more; nothing where it is none, or too old. */
export async function takeLink(transaction: Knex, token: string): Promise<LinkUse | undefined> {
  const [link] = await transaction('mail_links')
    .where('hash', hashed(token))
    .where('expires_at', '>=', transaction.fn.now())
    .delete()
    .returning<({ user_id: string | null } & Partial<Record<'email' | 'name' | 'password_hash', string>>)[]>([
      'user_id',
      'email',
      'name',
      'password_hash',
    ]);
  if (!link) return undefined;
  const { user_id, email, name, password_hash } = link;
  return user_id === null ? { email: email!, name: name!, password_hash: password_hash! } : { user_id };
}
