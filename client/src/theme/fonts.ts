import { configureFonts } from 'react-native-paper';

/** One humanist sans in two weights, shipped with the app; figures are tabular so that numbers do not dance while typing. */
export const sans = { regular: 'Source Sans', semibold: 'Source Sans Semibold' } as const;
/** Where they are, by name. */
const fontFiles = {
  [sans.regular]: require('@fontsource/source-sans-3/files/source-sans-3-latin-400-normal.woff2') as string,
  [sans.semibold]: require('@fontsource/source-sans-3/files/source-sans-3-latin-600-normal.woff2') as string,
};

/** Tells the page of the fonts. They are fetched with the page itself, and what there is to say is said meanwhile. */
export function addFonts(): void {
  for (const [name, file] of Object.entries(fontFiles)) document.fonts.add(new FontFace(name, `url(${file})`, { display: 'swap' }));
}

const size = (fontSize: number, lineHeight: number, fontFamily: string) => ({
  fontFamily,
  fontSize,
  lineHeight,
  letterSpacing: 0,
  fontWeight: '400' as const,
});

/** The one scale of type: what is read, from the figures one digs by to what stands below a field. */
export const typeScale = {
  displaySmall: size(34, 40, sans.semibold),
  headlineLarge: size(28, 34, sans.semibold),
  headlineMedium: size(24, 30, sans.semibold),
  headlineSmall: size(21, 26, sans.semibold),
  titleLarge: size(20, 26, sans.semibold),
  titleMedium: size(17, 22, sans.semibold),
  titleSmall: size(15, 20, sans.semibold),
  labelLarge: size(16, 20, sans.semibold),
  labelMedium: size(14, 18, sans.semibold),
  labelSmall: size(13, 16, sans.semibold),
  bodyLarge: size(17, 24, sans.regular),
  bodyMedium: size(16, 22, sans.regular),
  bodySmall: size(14, 19, sans.regular),
};

export const paperFonts = configureFonts({
  config: {
    default: typeScale.bodyMedium,
    ...Object.fromEntries((['displayLarge', 'displayMedium'] as const).map((key) => [key, typeScale.displaySmall])),
    ...typeScale,
  },
});
