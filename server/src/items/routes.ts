import {
  changeDepartmentSchema,
  id,
  itemFilterSchema,
  newDepartmentSchema,
  priceListImportSchema,
  priceListSchema,
  saveItemSchema,
} from '@abacist/contracts';
import { Router } from 'express';
import Joi from 'joi';
import type { Deps } from '../context';
import { command } from '../http/command';
import { notFound } from '../http/errors';
import { noInput, query } from '../http/query';
import { addDepartment, changeDepartment, departmentList } from './departments';
import { checkPriceList, exportPriceList, importPriceList } from './priceList';
import { findItems, itemsById, listItems, readItems } from './read';
import { saveItem } from './save';

export function itemRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/counter/items',
    query(
      deps,
      'GET /counter/items',
      // A barcode may look like a card number, so the text is not checked for one.
      Joi.object<{ text?: string; ids?: string }>({
        text: Joi.string().trim().min(1).max(80),
        ids: Joi.string().pattern(/^\d+(,\d+){0,499}$/),
      }).xor('text', 'ids'),
      async ({ db }, { text, ids }) =>
        text === undefined
          ? { exact: false, items: await itemsById(db, ids!.split(',').map(Number)) }
          : findItems(db, text),
    ),
  );
  router.get(
    '/departments',
    query(deps, 'GET /departments', noInput, ({ db }) => departmentList(db)),
  );
  router.post(
    '/departments',
    command(deps, 'POST /departments', newDepartmentSchema, addDepartment),
  );
  router.post(
    '/departments/:id',
    command(deps, 'POST /departments/:id', changeDepartmentSchema, (context, body, params) =>
      changeDepartment(context, body, Number(params['id'])),
    ),
  );
  router.get(
    '/items',
    query(deps, 'GET /items', itemFilterSchema, ({ db }, filter) => listItems(db, filter)),
  );
  router.get(
    '/items/price-list',
    query(deps, 'GET /items/price-list', noInput, ({ db, shop, today }) =>
      exportPriceList(db, shop, today),
    ),
  );
  router.post(
    '/items/price-list/check',
    query(deps, 'POST /items/price-list/check', priceListSchema, ({ shop }, file) =>
      checkPriceList(deps, shop, file),
    ),
  );
  router.post(
    '/items/price-list',
    command(deps, 'POST /items/price-list', priceListImportSchema, (context, body) =>
      importPriceList(deps, context, body),
    ),
  );
  router.get(
    '/items/:id',
    query(
      deps,
      'GET /items/:id',
      Joi.object<{ id: number }>({ id: id.required() }),
      async (q, at) => {
        const [item] = await readItems(q.db, 'i.id = ?', [at.id]);
        if (!item) throw notFound('item.unknown');
        return item;
      },
    ),
  );
  router.post(
    '/items',
    command(deps, 'POST /items', saveItemSchema, (context, body) => saveItem(context, body)),
  );
  router.post(
    '/items/:id',
    command(deps, 'POST /items/:id', saveItemSchema, (context, body, params) =>
      saveItem(context, body, Number(params['id'])),
    ),
  );
  return router;
}
