/** A microphone for machines that have none: a made-up voice that says syllables. */

/** Formants of what it says, in Hz, one syllable after another. */
const SYLLABLES = [
  [700, 1150],
  [500, 1850],
  [300, 2250],
  [580, 900],
  [330, 850],
] as const;
const SYLLABLE = 0.24;
const WORD = 4;
/** How far ahead it knows what it will say, in seconds. */
const AHEAD = 900;

/** Starts it. Ending the stream's track stops the voice. */
export function startPracticeMicrophone(): MediaStream {
  const context = new AudioContext();
  const out = context.createMediaStreamDestination();
  const voice = new OscillatorNode(context, { type: 'sawtooth', frequency: 175 });
  const loudness = new GainNode(context, { gain: 0 });
  loudness.connect(out);
  const mouth = [0, 1].map((i) => {
    const formant = new BiquadFilterNode(context, { type: 'bandpass', Q: 6 + i * 4, frequency: SYLLABLES[0]![i]! });
    voice.connect(formant).connect(loudness);
    return formant;
  });
  const begun = context.currentTime + 0.15;
  for (let n = 0; n * SYLLABLE < AHEAD; n++) {
    const start = begun + n * SYLLABLE;
    const quiet = n % (WORD + 1) === WORD;
    const syllable = SYLLABLES[(n * 7) % SYLLABLES.length]!;
    mouth.forEach((formant, i) => formant.frequency.setTargetAtTime(syllable[i]!, start, 0.02));
    voice.frequency.setTargetAtTime(165 + 30 * Math.sin(n * 1.3), start, 0.05);
    loudness.gain.setTargetAtTime(quiet ? 0 : 0.9, start, 0.02);
    loudness.gain.setTargetAtTime(quiet ? 0 : 0.12, start + SYLLABLE * 0.75, 0.03);
  }
  voice.start();
  const [track] = out.stream.getAudioTracks();
  const stop = track!.stop.bind(track);
  track!.stop = () => {
    stop();
    voice.stop();
    void context.close();
  };
  return out.stream;
}
