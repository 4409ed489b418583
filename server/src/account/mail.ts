import nodemailer from 'nodemailer';
import type { MailSettings } from '../configuration';
import { log } from '../http/log';

/** A message to a student. */
export interface Message {
  readonly to: string;
  readonly subject: string;
  readonly text: string;
}

/** Sends messages, as far as the server has a mail address set. */
export interface Mail {
  /** An address of the application, for a link in a message. */
  readonly address: (path: string) => string;
  /** Hands a message over; nobody waits for it, so that no answer tells by its time whether one was sent. */
  readonly send: (message: Message) => void;
  readonly close: () => void;
}

/** Opens the way to a mail server. */
export function openMail({ url, from, address }: MailSettings): Mail {
  const transport = nodemailer.createTransport(url);
  return {
    address: (path) => new URL(path, address).href,
    send: (message) => {
      transport.sendMail({ from, ...message }).catch((error: Error) => {
        log.error(`A message could not be handed to the mail server: ${plainAddress(error.message)}`);
      });
    },
    close: () => transport.close(),
  };
}

/** What a mail server says, without whose address it was about. */
function plainAddress(text: string): string {
  return text.replace(/[^\s<>@]+@[^\s<>@]+/g, '…');
}
