import type { ActPicture } from '@abacist/contracts';
import type { CommandContext } from '../../context';
import { row, run, type Db } from '../../db/pool';
import type { CommandResult } from '../../http/command';
import { notFound, refuseWith } from '../../http/errors';
import { ownPicture, SLIP } from '../../papers/pictures';

/** The picture as it is kept; decoded before any transaction. @throws HttpError 422 `picture.kind` */
export async function readPicture({ contentBase64 }: ActPicture): Promise<Buffer> {
  const picture = await ownPicture(Buffer.from(contentBase64, 'base64'), SLIP);
  if (!picture) throw refuseWith('picture.kind', 'contentBase64');
  return picture;
}

/** Keeps a picture of the slip with money in or out. @throws HttpError 404 `drawerAct.unknown` */
export async function keepPicture(
  { tx, actor, now }: CommandContext,
  { actId }: ActPicture,
  picture: Buffer,
): Promise<CommandResult<{ id: number }>> {
  const act = await row(tx, 'SELECT id FROM drawer_act WHERE id = ?', [actId]);
  if (!act) throw notFound('drawerAct.unknown');
  const { insertId } = await run(
    tx,
    `INSERT INTO drawer_act_picture (drawer_act_id, picture, user_id, added_at)
     VALUES (?, FROM_BASE64(?), ?, ?)`,
    [actId, picture.toString('base64'), actor.id, now],
  );
  return { answer: { id: insertId } };
}

/** A picture that was kept. @throws HttpError 404 `picture.unknown` */
export async function pictureOf(db: Db, id: number): Promise<Buffer> {
  const found = await row<{ picture: Buffer }>(
    db,
    'SELECT picture FROM drawer_act_picture WHERE id = ?',
    [id],
  );
  if (!found) throw notFound('picture.unknown');
  return found.picture;
}
