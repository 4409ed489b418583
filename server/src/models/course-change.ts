import type { Edit } from '@fidens/core';
import { Model } from 'objection';

/** One recorded change of a course. Its id comes from the client, so that a repeated request changes nothing twice. */
export class CourseChange extends Model {
  static override tableName = 'course_changes';
  static override idColumn = ['course_id', 'id'];
  static override jsonAttributes = ['edits', 'inverse'];

  course_id!: string;
  user_id!: string;
  id!: string;
  version!: number;
  made_at!: Date;
  edits!: Edit[];
  inverse!: Edit[];
}
