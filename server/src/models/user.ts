import type { GpaSettings } from '@fidens/core';
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
  gpa_repeats!: GpaSettings['repeats'];
  gpa_decimals!: number;
  gpa_mode!: GpaSettings['mode'];
}
