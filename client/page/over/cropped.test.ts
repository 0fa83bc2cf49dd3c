import { cropped } from './CropPanel';

describe('cropping a picture', () => {
  const whole = [0, 0, 1, 1] as const;

  it('moves one side in and leaves the others', () => {
    expect(cropped(whole, 'left', 0.1)).toEqual([0.1, 0, 0.9, 1]);
    expect(cropped(whole, 'top', 0.1)).toEqual([0, 0.1, 1, 0.9]);
    expect(cropped(whole, 'right', 0.1)).toEqual([0, 0, 0.9, 1]);
    expect(cropped(whole, 'bottom', 0.1)).toEqual([0, 0, 1, 0.9]);
  });

  it('gives back all that was cut away, and no more than there is', () => {
    for (const side of ['left', 'top', 'right', 'bottom'] as const) {
      expect(cropped(cropped(whole, side, 0.3), side, -0.3)).toEqual(whole);
      expect(cropped(whole, side, -0.3)).toEqual(whole);
    }
  });

  it('always leaves something to see', () => {
    for (const side of ['left', 'top', 'right', 'bottom'] as const) {
      const [, , width, height] = cropped(whole, side, 5);
      expect(Math.min(width, height)).toBeCloseTo(0.1);
    }
  });
});
