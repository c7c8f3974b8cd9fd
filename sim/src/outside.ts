import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import express from 'express';
import { terminalStandIn, type TerminalStandIn } from './terminal';
import type { Db } from '@abacist/server/src/db/pool';
import { fileList, filesOf } from './files';
import { drawPrint, readPrintStream, type Print } from './rollPrinter';

/** What has come out of the shop: mails as RFC 5322 messages, prints as they were printed. */
export type OutsideWorld = {
  address: string;
  mailUrl: string;
  printerUrl: string;
  terminalUrl: string;
  terminal: TerminalStandIn;
  mails: string[];
  prints: Print[];
  close: () => Promise<void>;
};

const MOST = 200;

/**
 * Stands in for the world outside on loopback: takes mails into an outbox and print streams as
 * prints, and shows both on a page.
 * @param db the shop’s, where processors and the bank send it the files of its next day
 */
export async function startOutside(port = 0, db?: Db): Promise<OutsideWorld> {
  const mails: string[] = [];
  const prints: Print[] = [];
  const app = express();
  app.disable('x-powered-by');
  const terminal = terminalStandIn();
  app.use('/terminal', terminal.router);
  app.use(express.raw({ type: () => true, limit: '12mb' }));
  app.post('/mail', (request, response) => {
    mails.push((request.body as Buffer).toString('utf8'));
    if (mails.length > MOST) mails.shift();
    response.status(202).end();
  });
  app.post('/print', (request, response) => {
    prints.push(readPrintStream(new Uint8Array(request.body as Buffer)));
    if (prints.length > MOST) prints.shift();
    response.status(202).end();
  });
  app.get('/mail/:n', (request, response) => {
    const mail = mails[Number(request.params.n)];
    if (mail === undefined) response.status(404).end();
    else {
      response
        .type('message/rfc822')
        .set('Content-Disposition', `attachment; filename="mail-${request.params.n}.eml"`)
        .send(mail);
    }
  });
  app.get('/print/:n', (request, response) => {
    const print = prints[Number(request.params.n)];
    if (!print) response.status(404).end();
    else response.type('image/svg+xml').send(drawPrint(print));
  });
  if (db) app.use('/files', filesOf(db));
  app.get('/', async (_request, response) => {
    response.type('html').send(page(mails, prints, db ? await fileList(db) : ''));
  });
  const server = await new Promise<Server>((listening) => {
    const started = app.listen(port, '127.0.0.1', () => listening(started));
  });
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  return {
    address,
    mailUrl: `${address}/mail`,
    printerUrl: `${address}/print`,
    terminalUrl: `${address}/terminal`,
    terminal,
    mails,
    prints,
    close: () =>
      new Promise((closed) => {
        server.closeAllConnections();
        server.close(() => closed());
      }),
  };
}

const header = (mail: string, name: string): string =>
  new RegExp(`^${name}: (.*)$`, 'im').exec(mail)?.[1]?.trim() ?? '';
const escape = (text: string) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;');

function page(mails: readonly string[], prints: readonly Print[], files: string): string {
  const mailRows = mails.map(
    (mail, n) =>
      `<li><a href="/mail/${n}">${escape(header(mail, 'Subject'))}</a> to ${escape(header(mail, 'To'))}, ${escape(header(mail, 'Date'))}</li>`,
  );
  const printRows = prints.map(
    (print, n) =>
      `<figure><img src="/print/${n}" alt="Print ${n + 1}"><figcaption>${print.drawerOpened ? 'The drawer opened. ' : ''}${print.cut ? 'Cut.' : ''}</figcaption></figure>`,
  );
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>Outside the shop</title>
<style>body{font-family:system-ui;margin:24px;background:#eee}figure{display:inline-block;vertical-align:top}</style>
<h1>Outside the shop</h1>${files}<h2>Mail sent (${mails.length})</h2><ol>${mailRows.reverse().join('')}</ol>
<h2>Printed (${prints.length})</h2>${printRows.reverse().join('')}</html>`;
}
