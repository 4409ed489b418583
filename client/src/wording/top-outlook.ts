import type { OutlookName } from '@fidens/core';
import { deviceSetting } from '@/storage/device-setting';

/** Which outlook stands on top of a course and in the term; its name always stands beside it. */
export const topOutlook = deviceSetting<OutlookName>('fidens.outlook', [
  'standing',
  'floor',
  'ceiling',
  'forecast',
]);
