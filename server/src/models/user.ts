import { Model } from 'objection';

/** A student. */
export class User extends Model {
  static override tableName = 'users';

  id!: string;
  email!: string;
  name!: string;
  password_hash!: string | null;
  is_sample!: boolean;
  today!: Date | null;
  swept_at!: Date | null;
}
