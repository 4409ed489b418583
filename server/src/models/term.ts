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
  /** Put away: its courses are no longer among those that are worked on. */
  archived!: boolean;
  /** Its place in an order of the student's own. */
  position!: number | null;
}
