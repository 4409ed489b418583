import { createHmac, createSecretKey, timingSafeEqual, type KeyObject } from 'node:crypto';
import type { Configuration } from '../configuration';

type Secrets = Pick<Configuration, 'sessionSecret' | 'sessionSecretBefore'>;

/** The secret that signs, and after it the one that still is believed while it is being replaced. */
export function secretsOf({ sessionSecret, sessionSecretBefore }: Secrets): string[] {
  return [sessionSecret, ...(sessionSecretBefore === undefined ? [] : [sessionSecretBefore])];
}

/** The same as keys: made ready once, they cost a seventh of a text at each signature. */
export function keysOf(secrets: Secrets): KeyObject[] {
  return secretsOf(secrets).map((secret) => createSecretKey(secret, 'utf8'));
}

const signed = (text: string, secret: string) =>
  createHmac('sha256', secret).update(text).digest('base64url');

/** What only this service can have made of a text. */
export function signatureOf(text: string, secrets: Secrets): string {
  return signed(text, secrets.sessionSecret);
}

/** Whether a signature is ours: by the secret that signs, or by the one before it. */
export function isSignature(given: string, text: string, secrets: Secrets): boolean {
  return secretsOf(secrets).some((secret) => {
    const [right, told] = [Buffer.from(signed(text, secret)), Buffer.from(given)];
    return right.length === told.length && timingSafeEqual(right, told);
  });
}
