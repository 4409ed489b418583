import { act, renderHook } from '@testing-library/react-native';
import { useRests } from '@/ui/hooks/use-rests';

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

const wait = (milliseconds: number) => act(() => jest.advanceTimersByTime(milliseconds));

test('a value rests from the start, and again when it has not changed for a while', () => {
  const { result, rerender } = renderHook(({ value }: { value: string }) => useRests(value, 1000), {
    initialProps: { value: '8' },
  });
  expect(result.current).toBe(true);
  rerender({ value: '87' });
  expect(result.current).toBe(false);
  wait(600);
  rerender({ value: '87.' });
  wait(600);
  expect(result.current).toBe(false);
  wait(400);
  expect(result.current).toBe(true);
});

test('a value that comes back to what it was rests at once', () => {
  const { result, rerender } = renderHook(({ value }: { value: string }) => useRests(value, 1000), {
    initialProps: { value: '8' },
  });
  rerender({ value: '87' });
  rerender({ value: '8' });
  expect(result.current).toBe(true);
});
