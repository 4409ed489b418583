import type { Course, Scale } from '@fidens/core';
import type { Transaction } from 'objection';
import { scaleRows, toScale } from './course-document';
import { GradingBand, GradingScale } from '../models';

/** A scale of the library as the API gives it. */
export interface LibraryScale {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly scale: Scale;
}

/** Stores a scale: a course's own, or, with a name, one of the library. Answers its id. */
export async function insertScale(
  transaction: Transaction,
  userId: string,
  scale: Scale,
  name: string | null = null,
  more: Partial<Pick<GradingScale, 'id' | 'course_id' | 'known_as'>> = {},
): Promise<string> {
  const { id } = await GradingScale.query(transaction).insert({
    ...scaleRows(scale).scale,
    ...more,
    name,
    user_id: userId,
  });
  await insertBands(transaction, { id, user_id: userId }, scale);
  return id;
}

/** Whose the rows of a course are. */
interface Owner {
  readonly course_id: string;
  readonly user_id: string;
}

/** Stores the further scales of a course, those that its nodes name. */
export async function insertFurtherScales(
  transaction: Transaction,
  { course_id, user_id }: Owner,
  { scales = {} }: Course,
): Promise<void> {
  for (const [known_as, scale] of Object.entries(scales))
    await insertScale(transaction, user_id, scale, null, { course_id, known_as });
}

/** Deletes the further scales of a course. What its nodes name must be there again when the transaction ends. */
export async function removeFurtherScales(transaction: Transaction, { course_id }: Owner): Promise<void> {
  await GradingScale.query(transaction).where({ course_id }).delete();
}

/** Writes a scale over another. */
export async function updateScale(
  transaction: Transaction,
  row: Pick<GradingScale, 'id' | 'user_id'>,
  scale: Scale,
): Promise<void> {
  await GradingScale.query(transaction).findById(row.id).patch(scaleRows(scale).scale);
  await GradingBand.query(transaction).where({ scale_id: row.id }).delete();
  await insertBands(transaction, row, scale);
}

async function insertBands(
  transaction: Transaction,
  { id: scale_id, user_id }: Pick<GradingScale, 'id' | 'user_id'>,
  scale: Scale,
): Promise<void> {
  const { bands } = scaleRows(scale);
  await GradingBand.query(transaction).insert(bands.map((band) => ({ ...band, scale_id, user_id })));
}

/** A student's scales in the library. */
export const libraryOf = (transaction: Transaction, userId: string) =>
  GradingScale.query(transaction).where({ user_id: userId }).whereNotNull('name').withGraphFetched('bands');

export function toLibraryScale(record: GradingScale): LibraryScale {
  const { id, name, version } = record;
  return { id, name: name!, version, scale: toScale(record) };
}
