import type { DayOrder } from '@fidens/core';
import { deviceSetting } from '@/storage/device-setting';

/** Which number is the day where one is the month: of 10/12. Until it is said, it is asked. */
export const dayOrder = deviceSetting<'ask' | DayOrder>('fidens-day-order', [
  'ask',
  'day first',
  'month first',
]);
