import { faces, themeFor } from './theme';

describe('the theme for how somebody reads', () => {
  it('makes all that is read larger by as much as was chosen, and headings by a quarter at most', () => {
    const usual = themeFor({ larger: 1, letters: 'school' }).fonts;
    const largest = themeFor({ larger: 1.5, letters: 'school' }).fonts;
    for (const variant of ['titleMedium', 'bodyLarge', 'bodyMedium', 'bodySmall', 'labelMedium'] as const) {
      expect(largest[variant].fontSize / usual[variant].fontSize).toBeCloseTo(1.5, 1);
      expect(largest[variant].lineHeight / usual[variant].lineHeight).toBeCloseTo(1.5, 1);
    }
    expect(largest.displayMedium.fontSize / usual.displayMedium.fontSize).toBeLessThanOrEqual(1.28);
  });

  it('reads in the letters that were chosen', () => {
    expect(themeFor({ larger: 1, letters: 'school' }).fonts.bodyLarge.fontFamily).toBe(faces.reading);
    expect(themeFor({ larger: 1, letters: 'plain' }).fonts.bodyLarge.fontFamily).toBe(faces.interface);
  });
});
