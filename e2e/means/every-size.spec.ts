import { expect, expectAccessible, openSample, test, throughViews } from '../fidens';

// Colours are the same on every phone, and on every wide screen: the dark is looked at on one of each.
for (const [width, height, schemes] of [
  [320, 640, ['light']],
  [390, 844, ['light', 'dark']],
  [820, 1180, ['light']],
  [1280, 800, ['light', 'dark']],
  [1920, 1080, ['light']],
] as const) {
  test(`every view is accessible in the ${schemes.join(' and the ')}, and as wide as the screen, at ${width} by ${height}`, async ({
    page,
  }) => {
    await page.setViewportSize({ width, height });
    await openSample(page);
    await throughViews(page, async (view) => {
      for (const colorScheme of schemes) {
        await page.emulateMedia({ colorScheme });
        await expectAccessible(page);
      }
      const scrolls = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
      expect({ view, scrolls }).toEqual({ view, scrolls: 0 });
    });
  });
}
