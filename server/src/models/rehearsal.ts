import type { Try } from '@fidens/core';
import { Model } from 'objection';

/** Trial scores under a name. Their id comes from the client, so that a repeated request keeps them once. */
export class RehearsalRecord extends Model {
  static override tableName = 'rehearsals';
  static override jsonAttributes = ['tries'];

  id!: string;
  user_id!: string;
  course_id!: string;
  name!: string;
  tries!: readonly Try[];
}
