/** Made by client/scripts/fonts.mjs: the files to embed for each face, first the common letters. They lie in client/public/fonts. */
import type { TextFont } from '../page/item';

export const FONT_FILES: Record<TextFont, readonly string[]> = {
  heading: [
    'bricolage-grotesque-800-latin.9782009078fb.ttf',
    'bricolage-grotesque-800-latin-ext.c60a05896dcc.ttf'
  ],
  interface: [
    'atkinson-hyperlegible-next-400-latin.886790be6a41.ttf',
    'atkinson-hyperlegible-next-400-latin-ext.a90b4da135af.ttf'
  ],
  reading: [
    'andika-400-latin.d9401357d8c2.ttf',
    'andika-400-latin-ext.367c30b8ec03.ttf'
  ]
};
