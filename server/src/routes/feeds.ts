import { dueCalendar } from '@fidens/core/texts';
import { Router, type Request } from 'express';
import type { Knex } from 'knex';
import { randomUUID } from 'node:crypto';
import { idOf } from '../http/body';
import type { Configuration } from '../configuration';
import { findCourse, listCourses } from '../courses/course-store';
import { readTogether } from '../database';
import { CalendarFeed, CourseChange, CourseRecord, Term } from '../models';
import { notFound } from '../http/problem';
import { studentId } from '../account/sign-in';
import { isSignature, signatureOf } from '../account/signing';

/** What a feed has the due days of, in its address and as a column. */
const SCOPES = { terms: 'term_id', courses: 'course_id' } as const;
type Scope = keyof typeof SCOPES;

/** A student's calendar feeds: opened, renewed under another address, and closed. */
export function feedRoutes(database: Knex, configuration: Configuration): Router {
  const router = Router();
  const told = ({ id, term_id, course_id }: CalendarFeed) => ({
    scope: term_id === null ? 'courses' : 'terms',
    of: term_id ?? course_id,
    path: addressOf(id, configuration),
  });

  router.get('/feeds', async (request, response) => {
    const feeds = await CalendarFeed.query(database).where({ user_id: studentId(request) });
    response.json(feeds.map(told));
  });

  // A feed that is open already gets another address; the one before is nothing from then on.
  router.put('/:scope/:id/feed', async (request, response, next) => {
    const asked = scopeOf(request);
    if (!asked) return next();
    const user_id = studentId(request);
    const feed = await database.transaction(async (transaction) => {
      const own = { id: asked.id, user_id };
      const found = await (asked.scope === 'terms'
        ? Term.query(transaction).findOne(own).forUpdate()
        : CourseRecord.query(transaction).findOne(own).whereNotNull('term_id').forUpdate());
      if (!found) throw notFound();
      await CalendarFeed.query(transaction).delete().where(asked.where);
      return CalendarFeed.query(transaction).insertAndFetch({ id: randomUUID(), user_id, ...asked.where });
    });
    response.json(told(feed));
  });

  router.delete('/:scope/:id/feed', async (request, response, next) => {
    const asked = scopeOf(request);
    if (!asked) return next();
    const gone = await CalendarFeed.query(database)
      .delete()
      .where({ ...asked.where, user_id: studentId(request) });
    if (gone === 0) throw notFound();
    response.status(204).end();
  });

  return router;
}

function scopeOf(request: Request<{ scope?: string; id?: string }>) {
  const scope = request.params.scope as Scope;
  if (!Object.hasOwn(SCOPES, scope)) return undefined;
  const id = idOf(request, 'id');
  return { scope, id, where: { [SCOPES[scope]]: id } };
}

/**
 * The feeds as programs that keep calendars ask for them: whoever has the address sees the names and days of what is due, and nothing else.
 * The same days have the same entity tag, so that nothing is sent twice.
 */
export function publicFeeds(database: Knex, configuration: Configuration): Router {
  const router = Router();
  router.get('/:address.ics', async (request, response) => {
    const id = idIn(request.params.address, configuration);
    const feed = id === undefined ? undefined : await CalendarFeed.query(database).findById(id);
    if (!feed) throw notFound();
    const text = await readTogether(database, (transaction) => feedText(transaction, feed));
    response
      .set({ 'Cache-Control': 'private, no-cache', 'X-Robots-Tag': 'noindex' })
      .type('text/calendar')
      .send(text);
  });
  return router;
}

type Transaction = Parameters<Parameters<typeof readTogether>[1]>[0];

async function feedText(
  transaction: Transaction,
  { user_id, term_id, course_id }: CalendarFeed,
): Promise<string> {
  const own = course_id === null ? undefined : await findCourse(transaction, user_id, course_id);
  const courses = own
    ? [own]
    : (await listCourses(transaction, user_id)).filter(({ termId }) => termId === term_id);
  const term = term_id === null ? undefined : await Term.query(transaction).findById(term_id);
  // When they were last changed: a stamp of now would make every answer another one.
  const changed = await CourseChange.query(transaction)
    .whereIn(
      'course_id',
      courses.map(({ id }) => id),
    )
    .max('made_at as at')
    .castTo<{ at: Date | null }[]>();
  const stamp = (changed[0]?.at ?? new Date(0)).toISOString();
  const documents = courses.map(({ document }) => document);
  return dueCalendar(term?.name ?? documents[0]?.title ?? '', documents, stamp);
}

const signedText = (id: string) => `feed ${id}`;

/** The address of a feed on this server: its id, and what nobody can make who does not know the server's secret. */
function addressOf(id: string, configuration: Configuration): string {
  return `/feed/${id}.${signatureOf(signedText(id), configuration)}.ics`;
}

function idIn(address: string, configuration: Configuration): string | undefined {
  const [id = '', signed = ''] = address.split('.');
  if (!/^[\da-f-]{36}$/.test(id)) return undefined;
  return isSignature(signed, signedText(id), configuration) ? id : undefined;
}
