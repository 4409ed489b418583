import { act, renderHook } from '@testing-library/react-native';
import { useLasting } from '@/ui/use-lasting';

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

const wait = (milliseconds: number) => act(() => jest.advanceTimersByTime(milliseconds));

describe('what lasts', () => {
  const begin = async () =>
    renderHook(({ isSo }: { isSo: boolean }) => useLasting(isSo, 400), { initialProps: { isSo: true } });

  test('is told of after a while, and no longer than it is so', async () => {
    const { result, rerender } = await begin();
    await wait(399);
    expect(result.current).toBe(false);
    await wait(1);
    expect(result.current).toBe(true);
    await rerender({ isSo: false });
    expect(result.current).toBe(false);
  });

  test('begins anew each time: what was over in between is not told of', async () => {
    const { result, rerender } = await begin();
    await wait(300);
    await rerender({ isSo: false });
    await rerender({ isSo: true });
    await wait(300);
    expect(result.current).toBe(false);
    await wait(100);
    expect(result.current).toBe(true);
  });
});
