/** Sound as numbers: one array a channel, all of one length, 1 being full scale. */
export interface Sound {
  channels: readonly Float32Array[];
  /** Samples a second. */
  rate: number;
}

/** In seconds. */
export const soundLength = ({ channels, rate }: Sound): number => (channels[0]?.length ?? 0) / rate;

/** A stretch of a sound, from `from` to `to` seconds; it shares the samples. */
export const cutSound = ({ channels, rate }: Sound, from: number, to: number): Sound => ({
  channels: channels.map((channel) =>
    channel.subarray(Math.max(0, Math.round(from * rate)), Math.max(0, Math.round(to * rate))),
  ),
  rate,
});

/** Several stretches, one behind another. */
export function joinSounds(sounds: readonly Sound[]): Sound {
  const [first] = sounds;
  if (!first) throw new RangeError('There is no sound to join.');
  const total = sounds.reduce((sum, { channels }) => sum + channels[0]!.length, 0);
  return {
    rate: first.rate,
    channels: first.channels.map((_, c) => {
      const joined = new Float32Array(total);
      let offset = 0;
      for (const { channels } of sounds) {
        joined.set(channels[c]!, offset);
        offset += channels[c]!.length;
      }
      return joined;
    }),
  };
}

/** The largest sample without its sign; 1 is full scale. */
export function peakOf({ channels }: Sound): number {
  let peak = 0;
  for (const channel of channels) for (const sample of channel) peak = Math.max(peak, Math.abs(sample));
  return peak;
}

export const toDecibels = (ratio: number): number => 20 * Math.log10(ratio);
export const fromDecibels = (decibels: number): number => 10 ** (decibels / 20);
