import type { Db } from '@abacist/server/src/db/pool';
import { Router, type Response } from 'express';
import {
  nextSettlement,
  nextStatement,
  SENDER_IDS,
  senderName,
  type NextFile,
} from './processors/nextFiles';

const send = (response: Response, file: NextFile | null) => {
  if (!file) response.status(404).type('text').send('Nothing waits to be sent.');
  else
    response
      .type('text/plain')
      .set('Content-Disposition', `attachment; filename="${file.name}"`)
      .send(file.text);
};

/** The files of the next day: what processors and the bank would send, made when they are fetched. */
export function filesOf(db: Db): Router {
  const router = Router();
  router.get('/statement', async (_request, response) => {
    send(response, await nextStatement(db));
  });
  router.get('/settlement/:id', async (request, response) => {
    const faulty = request.query['faults'] !== undefined;
    send(response, await nextSettlement(db, Number(request.params.id), faulty));
  });
  return router;
}

/** What can be fetched now, as a part of the page. */
export async function fileList(db: Db): Promise<string> {
  const settlements = await Promise.all(
    SENDER_IDS.map(async (id) => {
      const file = await nextSettlement(db, id);
      return file
        ? `<li>${senderName(id)}: <a href="/files/settlement/${id}">${file.name}</a>, or <a href="/files/settlement/${id}?faults">with a mistake of every kind</a></li>`
        : `<li>${senderName(id)}: no closed batch waits. Count the drawers first.</li>`;
    }),
  );
  const statement = await nextStatement(db);
  const bank = statement
    ? `<li>The bank: <a href="/files/statement">${statement.name}</a></li>`
    : '<li>The bank: nothing is under way.</li>';
  return `<h2>Files of the next day</h2><p>Fetch them and import them under Bank.</p><ul>${settlements.join('')}${bank}</ul>`;
}
