import { expect, expectAccessible, openSample, test, throughViews } from '../fidens';

for (const [width, height] of [
  [320, 640],
  [390, 844],
  [820, 1180],
  [1280, 800],
  [1920, 1080],
] as const) {
  test(`every view is accessible in the light and in the dark, and as wide as the screen, at ${width} by ${height}`, async ({
    page,
  }) => {
    await page.setViewportSize({ width, height });
    await openSample(page);
    await throughViews(page, async (view) => {
      for (const colorScheme of ['light', 'dark'] as const) {
        await page.emulateMedia({ colorScheme });
        await expectAccessible(page);
      }
      const scrolls = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
      expect({ view, scrolls }).toEqual({ view, scrolls: 0 });
    });
  });
}
