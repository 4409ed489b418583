import { Model } from 'objection';
import { GradingScale } from './grading-scale';

/** A category or a piece as a row. Its other columns are named in `document-columns.ts`. */
export class NodeRecord extends Model {
  static override idColumn = ['course_id', 'id'];

  course_id!: string;
  user_id!: string;
  id!: string;
  parent_id!: string | null;
  position!: number;
  /** What it weighs in the schemes of its category, in their order. */
  scheme_weights!: (string | null)[] | null;
}

/** What a letter needs beside the percent, as a row. Its other columns are named in `document-columns.ts`. */
export class RequirementRecord extends Model {
  static override tableName = 'requirements';
  static override idColumn = ['course_id', 'position'];

  course_id!: string;
  user_id!: string;
  position!: number;
}

export class CategoryRecord extends NodeRecord {
  static override tableName = 'categories';

  scheme_names!: string[] | null;
}

export class AssessmentRecord extends NodeRecord {
  static override tableName = 'assessments';
}

/** A course, or a rule sheet, which has no term, as a row; its tree is in tables of their own. */
export class CourseRecord extends Model {
  static override tableName = 'courses';
  /** One query after the other: they share the connection of their transaction. */
  static concurrency = 1;

  id!: string;
  user_id!: string;
  term_id!: string | null;
  scale_id!: string;
  position!: number;
  version!: number;
  scale!: GradingScale;
  scales!: GradingScale[];
  categories!: CategoryRecord[];
  assessments!: AssessmentRecord[];
  requirements!: RequirementRecord[];

  static override relationMappings = () => ({
    scale: {
      relation: Model.BelongsToOneRelation,
      modelClass: GradingScale,
      join: { from: 'courses.scale_id', to: 'grading_scales.id' },
    },
    scales: {
      relation: Model.HasManyRelation,
      modelClass: GradingScale,
      join: { from: 'courses.id', to: 'grading_scales.course_id' },
    },
    categories: {
      relation: Model.HasManyRelation,
      modelClass: CategoryRecord,
      join: { from: 'courses.id', to: 'categories.course_id' },
    },
    assessments: {
      relation: Model.HasManyRelation,
      modelClass: AssessmentRecord,
      join: { from: 'courses.id', to: 'assessments.course_id' },
    },
    requirements: {
      relation: Model.HasManyRelation,
      modelClass: RequirementRecord,
      join: { from: 'courses.id', to: 'requirements.course_id' },
    },
  });
}
