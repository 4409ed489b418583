import type { Page } from '@playwright/test';
import { expect, expectAccessible, openSample, test, throughViews } from '../fidens';

/** Waits until another size or scheme is on the screen: the page is drawn anew in the first frame, and painted by the second. */
const redrawn = (page: Page) =>
  page.evaluate(async () => {
    for (let frame = 0; frame < 2; frame += 1) await new Promise(requestAnimationFrame);
  });

// Colours are the same on every phone, and on every wide screen: they are looked at on one of each, in the light and the dark.
for (const { screens, sizes } of [
  {
    screens: 'phones and a tablet',
    sizes: [
      [320, 640],
      [820, 1180],
      [390, 844],
    ],
  },
  {
    screens: 'wide screens',
    sizes: [
      [1920, 1080],
      [1280, 800],
    ],
  },
] as const) {
  test(`on ${screens} every view is as wide as the screen, and accessible in the light and the dark`, async ({
    page,
  }) => {
    const sizeTo = ([width, height]: readonly [number, number]) => page.setViewportSize({ width, height });
    await sizeTo(sizes[0]);
    await openSample(page);
    await throughViews(page, async (view) => {
      for (const size of sizes) {
        await sizeTo(size);
        await redrawn(page);
        const scrolls = await page.evaluate(
          () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
        );
        expect({ view, size, scrolls }).toEqual({ view, size, scrolls: 0 });
      }
      await expectAccessible(page);
      // The dark has other colours, and nothing else.
      await page.emulateMedia({ colorScheme: 'dark' });
      await redrawn(page);
      await expectAccessible(page, ['color-contrast']);
      await page.emulateMedia({ colorScheme: 'light' });
    });
  });
}
