import { checkScale, libraryNameSchema, type Scale } from '@fidens/core';
import { Router, type Request } from 'express';
import Joi from 'joi';
import type { Knex } from 'knex';
import { bodyOf, documentOf, idOf, uuidSchema, versionOf } from '../http/body';
import { createRuleSheet, deleteRuleSheet, findRuleSheet, listRuleSheets } from '../courses/course-store';
import { readTogether } from '../database';
import { changeScale } from '../courses/library-scale';
import { GradingScale } from '../models';
import { invalid, notFound } from '../http/problem';
import { QUOTAS, withinCount } from '../courses/quota';
import { insertScale, libraryOf, toLibraryScale } from '../courses/scale-store';
import { studentId } from '../account/sign-in';

const scaleSchema = Joi.object({
  id: uuidSchema,
  name: libraryNameSchema.required(),
  scale: Joi.object().unknown().required(),
});
const sheetSchema = Joi.object({
  id: uuidSchema,
  document: Joi.object().unknown().required(),
});

/** What a student keeps to use again: grading scales and rule sheets. */
export function libraryRoutes(database: Knex): Router {
  const router = Router();

  router.get('/scales', async (request, response) => {
    const userId = studentId(request);
    const scales = await readTogether(database, async (transaction) => {
      const records = await libraryOf(transaction, userId).orderBy(['name', 'created_at', 'id']);
      return records.map(toLibraryScale);
    });
    response.json(scales);
  });

  router.post('/scales', async (request, response) => {
    const { id: wanted, name, scale } = scaleOf(request);
    const userId = studentId(request);
    const stored = await database.transaction(async (transaction) => {
      const known = wanted && (await libraryOf(transaction, userId).findById(wanted));
      if (known) return toLibraryScale(known);
      await withinCount(transaction, GradingScale, userId, QUOTAS.scales + QUOTAS.courses, 'grading scales');
      const id = await insertScale(
        transaction,
        userId,
        scale,
        name,
        wanted === undefined ? {} : { id: wanted },
      );
      return toLibraryScale((await libraryOf(transaction, userId).findById(id))!);
    });
    response.status(201).json(stored);
  });

  router.put('/scales/:scaleId', async (request, response) => {
    const [userId, id] = [studentId(request), idOf(request, 'scaleId')];
    const { name, scale } = scaleOf(request);
    const version = versionOf(request);
    response.json(
      await database.transaction((transaction) =>
        changeScale(transaction, userId, { id, version, name, scale }),
      ),
    );
  });

  router.delete('/scales/:scaleId', async (request, response) => {
    const [user_id, id] = [studentId(request), idOf(request, 'scaleId')];
    const gone = await GradingScale.query(database).delete().where({ id, user_id }).whereNotNull('name');
    if (gone === 0) throw notFound();
    response.status(204).end();
  });

  router.get('/rule-sheets', async (request, response) => {
    const userId = studentId(request);
    response.json(await readTogether(database, (transaction) => listRuleSheets(transaction, userId)));
  });

  router.post('/rule-sheets', async (request, response) => {
    const body = bodyOf<{ id?: string; document: unknown }>(request, sheetSchema);
    const document = documentOf(body.document);
    const userId = studentId(request);
    const sheet = await database.transaction(
      async (transaction) =>
        (body.id && (await findRuleSheet(transaction, userId, body.id))) ||
        createRuleSheet(transaction, userId, document, body.id),
    );
    response.status(201).json(sheet);
  });

  router.delete('/rule-sheets/:sheetId', async (request, response) => {
    const sheetId = idOf(request, 'sheetId');
    const found = await database.transaction((transaction) =>
      deleteRuleSheet(transaction, studentId(request), sheetId),
    );
    if (!found) throw notFound();
    response.status(204).end();
  });

  return router;
}

function scaleOf(request: Request): { id?: string | undefined; name: string; scale: Scale } {
  const { id, name, scale } = bodyOf<{ id?: string; name: string; scale: unknown }>(request, scaleSchema);
  const checked = checkScale(scale);
  if (!checked.ok) throw invalid(checked.faults);
  return { id, name, scale: checked.value };
}
