import { deviceSetting } from '@/storage/device-setting';

/** How many decimals a percent has on every screen; more only where these would seem to reach a cut-off that is missed. */
export type Decimals = 1 | 2;

export const decimalsShown = deviceSetting<'1' | '2'>('fidens.decimals', ['1', '2']);

/** What the student chose. */
export function decimals(): Decimals {
  return decimalsShown.get() === '2' ? 2 : 1;
}
