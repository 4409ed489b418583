import { hash, randomInt } from 'node:crypto';
import type { Transaction } from 'objection';

/** Signs that are not taken for one another on paper. */
const SIGNS = '23456789ABCDEFGHJKMNPQRSTVWXYZ';
const CODES = 8;

const hashed = (code: string) => hash('sha256', code.toUpperCase().replace(/[^0-9A-Z]/g, ''));

/** New recovery codes, each of 16 signs, in the place of those before: shown once, and kept as hashes. */
export async function newCodes(transaction: Transaction, userId: string): Promise<string[]> {
  const sign = () => SIGNS[randomInt(SIGNS.length)]!;
  const group = () => Array.from({ length: 4 }, sign).join('');
  const codes = Array.from({ length: CODES }, () => [group(), group(), group(), group()].join('-'));
  await transaction('recovery_codes').where({ user_id: userId }).delete();
  await transaction('recovery_codes').insert(codes.map((code) => ({ user_id: userId, hash: hashed(code) })));
  return codes;
}

/** Takes a code: answers whether it was one, which it is no more. */
export async function takeCode(transaction: Transaction, userId: string, code: string): Promise<boolean> {
  return (
    (await transaction('recovery_codes')
      .where({ user_id: userId, hash: hashed(code) })
      .delete()) > 0
  );
}
