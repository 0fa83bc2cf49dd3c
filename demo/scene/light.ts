import { put, smooth, type Triple } from './colour';

export interface Lamp {
  /** A lean across the picture, as shares of brightness from one side to the other. */
  lean: { x: number; y: number };
  /** A soft shadow over part of the picture. */
  shade: { angle: number; at: number; depth: number; soft: number };
  exposure: number;
  /** A lamp that mirrors in the sheet, in millimetres from its middle. */
  glare: { x: number; y: number; wide: number; long: number } | null;
}

/** A colour becomes what the camera takes, at shares −0.5 to 0.5 of the picture and a place of the table. */
export function lightOf({ lean, shade, exposure, glare }: Lamp) {
  const [across, along] = [Math.cos(shade.angle), Math.sin(shade.angle)];
  return (colour: Triple, u: number, v: number, x: number, y: number): void => {
    const lens = 1 - 0.35 * (u * u + v * v);
    const shadow = shade.depth * smooth(shade.at - shade.soft, shade.at + shade.soft, u * across + v * along);
    const light = exposure * (1 + lean.x * u + lean.y * v) * lens * (1 - shadow);
    const shine = glare
      ? 330 * Math.exp(-(((x - glare.x) / glare.wide) ** 2 + ((y - glare.y) / glare.long) ** 2) * 1.4)
      : 0;
    put(colour, colour[0] * light + shine, colour[1] * light + shine, colour[2] * light + shine);
  };
}
