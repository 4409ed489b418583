import { act, renderHook } from '@testing-library/react-native';
import { useLasting } from '@/ui/hooks/use-lasting';

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

const wait = (milliseconds: number) => act(() => jest.advanceTimersByTime(milliseconds));

describe('what lasts', () => {
  const begin = () =>
    renderHook(({ isSo }: { isSo: boolean }) => useLasting(isSo, 400), { initialProps: { isSo: true } });

  test('is told of after a while, and no longer than it is so', () => {
    const { result, rerender } = begin();
    wait(399);
    expect(result.current).toBe(false);
    wait(1);
    expect(result.current).toBe(true);
    rerender({ isSo: false });
    expect(result.current).toBe(false);
  });

  test('begins anew each time: what was over in between is not told of', () => {
    const { result, rerender } = begin();
    wait(300);
    rerender({ isSo: false });
    rerender({ isSo: true });
    wait(300);
    expect(result.current).toBe(false);
    wait(100);
    expect(result.current).toBe(true);
  });
});
