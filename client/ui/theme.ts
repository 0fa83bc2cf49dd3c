import type { LetterForm } from '@lippet/core/contract/settings';
import { configureFonts, MD3LightTheme, type MD3Theme } from 'react-native-paper';

/** The look, section 3 of the design: every colour, width and face is said here once. */
export const colours = {
  paper: '#F5EEDF',
  scrap: '#FFFCF4',
  ink: '#1C2A33',
  soft: '#566470',
  line: '#CFC5AE',
  vermilion: '#B93A24',
  ochre: '#F0AE2E',
  sea: '#2A6A8C',
  moss: '#55721F',
  blush: '#F3D9C9',
  mist: '#DCE8EA',
  /** Water on charts. */
  tide: '#BCC9C9',
  /** Ground around the sheet on the review desk. */
  desk: '#E8DECA',
} as const;

export const OUTLINE = 2;
/** Side of the corner that is cut off a scrap. */
export const CUT = 16;
/** How far a pressable thing's shadow reaches. */
export const SHADOW = 4;
/** Smallest side of what can be pressed: for learners, and for grown-ups. */
export const TARGET = { learner: 48, adult: 44 } as const;
/** From this width on, things lie beside each other. */
export const WIDE_FROM = 900;
/** Under this height a phone lies on its side: what stands in rows moves into columns. */
export const LOW_UNDER = 520;
/** Under this height an upright phone is short: what can be asked for makes room for the work. */
export const SHORT_UNDER = 720;
/** From this width on a row has room for all colours and all that is done with them. */
export const ROW_FROM = 784;

export const faces = {
  heading: 'Bricolage Grotesque, system-ui, sans-serif',
  interface: 'Atkinson Hyperlegible Next, system-ui, sans-serif',
  reading: 'Andika, Atkinson Hyperlegible Next, system-ui, sans-serif',
} as const;

const font = (fontFamily: string, fontSize: number, lineHeight: number, fontWeight: '400' | '700' | '800') => ({
  fontFamily,
  fontSize,
  lineHeight,
  fontWeight,
  letterSpacing: 0,
});
const { heading, interface: ui } = faces;

/** The largest that headings become: they are large already, and what they head has to stay in sight. */
const MOST_HEADING = 1.25;

/** How somebody reads: so many times the usual size, and in which letters. */
export interface Reading {
  larger: number;
  letters: LetterForm;
}

/** Every face of the interface for somebody who reads so. Toolbars have sizes of their own, as large as a finger. */
const fontsFor = ({ larger, letters }: Reading): MD3Theme['fonts'] => {
  const reading = letters === 'school' ? faces.reading : faces.interface;
  const config = {
    displayLarge: font(heading, 34, 38, '800'),
    displayMedium: font(heading, 30, 35, '800'),
    displaySmall: font(heading, 26, 30, '800'),
    headlineLarge: font(heading, 24, 28, '800'),
    headlineMedium: font(heading, 22, 26, '800'),
    headlineSmall: font(heading, 20, 25, '800'),
    titleLarge: font(ui, 19, 24, '700'),
    titleMedium: font(ui, 17, 22, '700'),
    titleSmall: font(ui, 15, 20, '700'),
    bodyLarge: font(reading, 18, 27, '400'),
    bodyMedium: font(ui, 16, 22, '400'),
    bodySmall: font(ui, 14, 19, '400'),
    labelLarge: font(ui, 17, 22, '700'),
    labelMedium: font(ui, 15, 20, '700'),
    labelSmall: font(ui, 13, 17, '700'),
  };
  const sized = Object.entries(config).map(([variant, { fontSize, lineHeight, ...rest }]) => {
    const times = /^(display|headline)/.test(variant) ? Math.min(larger, MOST_HEADING) : larger;
    return [variant, { ...rest, fontSize: Math.round(fontSize * times), lineHeight: Math.round(lineHeight * times) }];
  });
  return configureFonts({ config: Object.fromEntries(sized) as typeof config });
};

/** React Native Paper in our tokens; none of its own colours, curves or elevations is left. */
const usual: MD3Theme = {
  ...MD3LightTheme,
  roundness: 0,
  // Only what shows cause moves, and that is ours: the library's fades know neither the setting nor the device's wish
  // for stillness.
  animation: { scale: 0 },
  fonts: fontsFor({ larger: 1, letters: 'school' }),
  colors: {
    primary: colours.vermilion,
    onPrimary: colours.scrap,
    primaryContainer: colours.blush,
    onPrimaryContainer: colours.ink,
    secondary: colours.sea,
    onSecondary: colours.scrap,
    secondaryContainer: colours.mist,
    onSecondaryContainer: colours.ink,
    tertiary: colours.ochre,
    onTertiary: colours.ink,
    tertiaryContainer: colours.ochre,
    onTertiaryContainer: colours.ink,
    background: colours.paper,
    onBackground: colours.ink,
    surface: colours.scrap,
    onSurface: colours.ink,
    surfaceVariant: colours.scrap,
    onSurfaceVariant: colours.soft,
    surfaceDisabled: colours.paper,
    onSurfaceDisabled: colours.soft,
    error: colours.vermilion,
    onError: colours.scrap,
    errorContainer: colours.blush,
    onErrorContainer: colours.ink,
    outline: colours.ink,
    outlineVariant: colours.line,
    inverseSurface: colours.ink,
    inverseOnSurface: colours.scrap,
    inversePrimary: colours.ochre,
    shadow: colours.ink,
    scrim: colours.ink,
    backdrop: 'rgba(28, 42, 51, 0.6)',
    elevation: {
      level0: 'transparent',
      level1: colours.scrap,
      level2: colours.scrap,
      level3: colours.scrap,
      level4: colours.scrap,
      level5: colours.scrap,
    },
  },
};

/** The theme for somebody who reads so. */
export const themeFor = (reading: Reading): MD3Theme => ({ ...usual, fonts: fontsFor(reading) });
/** The theme where nobody has chosen anything. */
export const theme = usual;
