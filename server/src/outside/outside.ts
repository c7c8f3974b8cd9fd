import { connect } from 'node:net';
import { createTransport } from 'nodemailer';
import { refuseWith } from '../http/errors';
import { connectTerminal, type Terminal } from './terminal';

/** What stands outside of the application: where mail goes, the roll printer. */
export type Outside = {
  mail: ((message: Message) => Promise<void>) | null;
  printer: ((stream: Uint8Array) => Promise<void>) | null;
  terminal: Terminal | null;
};

type Message = {
  from: { name: string; address: string };
  to: string;
  subject: string;
  text: string;
  attachments: { filename: string; content: Buffer; contentType: string }[];
};

/** Milliseconds until what stands outside counts as out of reach. */
const PATIENCE = 8_000;

/**
 * Connects to what stands outside, by address.
 * @param mailUrl smtp://… for a mail server, or http://… to hand over RFC 5322 messages
 * @param printerUrl tcp://host:9100 for a printer, or http://… to hand over its print stream
 * @param terminalUrl http://… of a card terminal
 */
export function connectOutside(
  mailUrl?: string,
  printerUrl?: string,
  terminalUrl?: string,
): Outside {
  return {
    mail: mailUrl ? (message) => sendMail(mailUrl, message) : null,
    terminal: terminalUrl ? connectTerminal(terminalUrl) : null,
    printer: printerUrl ? (stream) => print(printerUrl, stream) : null,
  };
}

async function sendMail(url: string, message: Message): Promise<void> {
  try {
    if (!url.startsWith('http')) {
      await createTransport(url, { from: message.from }).sendMail(message);
      return;
    }
    const built = await createTransport({ streamTransport: true, buffer: true }).sendMail(
      message,
    );
    await handOver(url, built.message as Buffer, 'message/rfc822');
  } catch {
    throw refuseWith('mail.unreachable', 'to');
  }
}

async function print(url: string, stream: Uint8Array): Promise<void> {
  try {
    if (url.startsWith('http')) {
      await handOver(url, Buffer.from(stream), 'application/octet-stream');
      return;
    }
    const { hostname, port } = new URL(url);
    await new Promise<void>((done, failed) => {
      const socket = connect(Number(port || 9100), hostname);
      socket.setTimeout(PATIENCE, () => socket.destroy(new Error('the printer is silent')));
      socket.once('error', failed);
      socket.once('close', () => done());
      socket.end(stream);
    });
  } catch {
    throw refuseWith('printer.unreachable');
  }
}

async function handOver(url: string, body: Buffer, type: string): Promise<void> {
  const answer = await fetch(url, {
    method: 'POST',
    headers: { 'Content-Type': type },
    body: new Uint8Array(body),
    signal: AbortSignal.timeout(PATIENCE),
  });
  if (!answer.ok) throw new Error(`${url} answered ${answer.status}`);
}
