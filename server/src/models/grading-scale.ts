import { Model } from 'objection';

/** One band of a grading scale; its columns are named in `document-columns.ts`. */
export class GradingBand extends Model {
  static override tableName = 'grading_bands';
  static override idColumn = ['scale_id', 'position'];

  scale_id!: string;
  user_id!: string;
  position!: number;
}

/** A grading scale of a student's: of one course, its own or a further one, or, with a name, in the library. */
export class GradingScale extends Model {
  static override tableName = 'grading_scales';

  id!: string;
  user_id!: string;
  name!: string | null;
  /** Of a further scale of a course, and the name by which its nodes name it. */
  course_id!: string | null;
  known_as!: string | null;
  version!: number;
  bands!: GradingBand[];

  static override relationMappings = () => ({
    bands: {
      relation: Model.HasManyRelation,
      modelClass: GradingBand,
      join: { from: 'grading_scales.id', to: 'grading_bands.scale_id' },
    },
  });
}
