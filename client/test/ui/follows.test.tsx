import { act, render, screen } from '@testing-library/react-native';
import { Text } from 'react-native';
import { Follows } from '@/ui/follows';

/** A screen that tells what is in sight as the test says. */
class Sight {
  static seen: (isIntersecting: boolean) => void;
  readonly thresholds = [0];
  constructor(told: (entries: object[]) => void) {
    Sight.seen = (isIntersecting) =>
      act(() => told([{ target: this.#target, isIntersecting, intersectionRatio: Number(isIntersecting) }]));
  }
  #target: unknown;
  observe(target: unknown) {
    this.#target = target;
  }
  unobserve() {}
  disconnect() {}
}

const devices = globalThis as { IntersectionObserver?: unknown };
afterEach(() => delete devices.IntersectionObserver);

const part = (value: string, isResting = false) => (
  <Follows value={value} isResting={isResting} draw={(of: string) => <Text>{`of ${of}`}</Text>} />
);

describe('a part that follows', () => {
  beforeEach(() => {
    devices.IntersectionObserver = Sight;
    render(part('one', true));
  });

  test('in sight follows each change', () => {
    Sight.seen(true);
    screen.rerender(part('two'));
    screen.getByText('of two');
    screen.rerender(part('three'));
    screen.getByText('of three');
  });

  test('out of sight waits until what it follows rests', () => {
    Sight.seen(false);
    screen.rerender(part('two'));
    screen.getByText('of one');
    screen.rerender(part('three'));
    screen.getByText('of one');
    screen.rerender(part('three', true));
    screen.getByText('of three');
  });

  test('follows as soon as it is seen, and does not go back when it is not any more', () => {
    Sight.seen(false);
    screen.rerender(part('two'));
    Sight.seen(true);
    screen.getByText('of two');
    Sight.seen(false);
    screen.getByText('of two');
  });
});

test('where a device does not tell what is in sight, everything is', () => {
  render(part('one', true));
  screen.rerender(part('two'));
  screen.getByText('of two');
});
