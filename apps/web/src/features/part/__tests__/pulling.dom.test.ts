import { gestureOf, pulledTo } from '../pulling';

const from = { dynamics: 'mf', density: 3 } as const;

describe('a weave that is pulled', () => {
  it('up is stronger, down softer, right fuller, left sparser', () => {
    expect(pulledTo(from, { dx: 0, dy: -26 })).toEqual({ dynamics: 'f', density: 3 });
    expect(pulledTo(from, { dx: 0, dy: 60 })).toEqual({ dynamics: 'p', density: 3 });
    expect(pulledTo(from, { dx: 50, dy: -5 })).toEqual({ dynamics: 'mf', density: 4 });
    expect(pulledTo(from, { dx: -90, dy: 0 })).toEqual({ dynamics: 'mf', density: 1 });
  });

  it('comes to its ends and no farther', () => {
    expect(pulledTo(from, { dx: 4000, dy: -4000 })).toEqual({ dynamics: 'ff', density: 5 });
    expect(pulledTo(from, { dx: -4000, dy: 4000 })).toEqual({ dynamics: 'pp', density: 1 });
    expect(pulledTo(from, { dx: 3, dy: 2 })).toEqual(from);
  });
});

describe('a touch that never held it', () => {
  it.each([
    [{ dx: 2, dy: 3 }, 120, 'tap'],
    [{ dx: 80, dy: 10 }, 150, 'flick'],
    [{ dx: -80, dy: 10 }, 150, 'flick'],
    // A finger that moves up or down scrolls, and changes nothing.
    [{ dx: 5, dy: 90 }, 150, null],
    [{ dx: 80, dy: 70 }, 150, null],
    [{ dx: 80, dy: 0 }, 2000, null],
    [{ dx: 20, dy: 0 }, 100, null],
  ] as const)('%j in %d ms: %s', (moved, lasted, meant) => {
    expect(gestureOf(moved, lasted)).toBe(meant);
  });
});
