import { Model } from 'objection';

/** A stretch of a student's year that holds courses. */
export class Term extends Model {
  static override tableName = 'terms';

  id!: string;
  user_id!: string;
  name!: string;
  /** `YYYY-MM-DD` */
  starts_on!: string | null;
  ends_on!: string | null;
}
