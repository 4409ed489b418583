import { decimalSchema } from '../../numbers/schemas';
import type { CategoryForm } from '../rule';

export const capForm: CategoryForm = { schema: decimalSchema() };
