import { Model } from 'objection';

/** A calendar of due days, of a term or of one course, that whoever has its address may read. */
export class CalendarFeed extends Model {
  static override tableName = 'calendar_feeds';

  id!: string;
  user_id!: string;
  term_id!: string | null;
  course_id!: string | null;
}
