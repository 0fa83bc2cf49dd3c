/** What the demo's made-up films show: a frame of each, as an SVG, by the share of the film that has gone by. */

/** Width and height of a frame, in pixels. */
export const FRAME: readonly [width: number, height: number] = [640, 360];
const [WIDTH, HEIGHT] = FRAME;

/** What was cut: a harbour light over low water. */
const PRINT =
  '<rect width="200" height="140" fill="#F5EEDF"/><path d="M0 92h200v48H0Z" fill="#1C2A33"/>' +
  `<path d="M12 104h50M80 112h70M30 124h90M150 102h40" stroke="#F5EEDF" stroke-width="4"/>
<path d="M132 92l6-62h18l6 62Z" fill="#1C2A33"/><path d="M136 58h22M134 74h26" stroke="#F5EEDF" ` +
  'stroke-width="7"/><path d="M134 18h26v14h-26Z" fill="#B93A24"/>' +
  '<path d="M128 24L20 8v30ZM166 24l34-6v16Z" fill="#F0AE2E"/>';

const TABLE = Array.from(
  { length: 9 },
  (_, i) =>
    `<path d="M0 ${20 + i * 42}q160 ${i % 2 ? 14 : -12} 320 0t320 0" ` +
    'fill="none" stroke="#7A5B3D" stroke-width="5"/>',
).join('');

/** The print comes off its block, then is held still and turned a little. */
function print(share: number): string {
  const peeled = Math.min(1, share / 0.35);
  const lift = 150 * (1 - (1 - peeled) ** 2);
  const sway = share > 0.35 ? 4 * Math.sin((share - 0.35) * 22) : 0;
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}">` +
    `<rect width="${WIDTH}" height="${HEIGHT}" fill="#8A6A4A"/>
${TABLE}
<g transform="translate(190 200)"><rect x="-8" y="-8" width="216" height="156" fill="#3A3F3A"/>` +
    `<rect width="200" height="140" fill="#55645A"/></g>
<g transform="translate(${190 + 60 * peeled} ${200 - lift}) rotate(${sway - 3 * peeled} 100 70) ` +
    `scale(${1 + 0.25 * peeled})"><rect x="4" y="5" width="200" height="140" ` +
    `fill="#00000055"/>${PRINT}</g>
<path d="M${470 + 30 * peeled} 360q-20-${90 + lift * 0.7} -70-${120 + lift * 0.9}l26-14q60 30 120 ` +
    '150Z" fill="#C48B62" stroke="#1C2A33" stroke-width="3"/></svg>'
  );
}

/** The way of a rope around its own standing part, once it is tied: a bowline. */
const ROPE =
  'M60 250C150 250 190 220 240 180C290 140 350 120 380 160C410 200 360 250 310 240C260 230 250 170 300 130' +
  'C340 98 400 96 440 130C500 182 470 280 380 280C320 280 290 250 286 210C284 180 300 160 330 158';
/** Its length in pixels, a little more than measured: what is left over is not drawn. */
const ROPE_LENGTH = 1_180;

/** A rope is laid around itself until a knot is there; a hand leads its end. */
function knot(share: number): string {
  const laid = Math.min(1, 0.15 + share);
  const shown = `stroke-dasharray="${laid * ROPE_LENGTH} ${ROPE_LENGTH}"`;
  const sway = 6 * Math.sin(share * 18);
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}">` +
    `<rect width="${WIDTH}" height="${HEIGHT}" fill="#B9C8C4"/>
<path d="M0 300h640v60H0Z" fill="#7A8C86"/><path d="M0 60h640" stroke="#A5B6B1" stroke-width="26"/>` +
    `<path d="${ROPE}" fill="none" stroke="#1C2A33" stroke-width="24" stroke-linecap="round" ${shown}/>
<path d="${ROPE}" fill="none" stroke="#F0AE2E" stroke-width="17" stroke-linecap="round" ${shown}/>` +
    `<path d="M${420 + sway} 360q-10-60-60-96l22-20q70 30 110 116Z" fill="#9A6844" stroke="#1C2A33" stroke-width="3"/></svg>`
  );
}

export const SCENES = { print, knot };
export type Scene = keyof typeof SCENES;
