/** Short, distinct, and made here: nothing to fetch. */
const tunes = {
  taken: [[880, 0, 0.06]],
  odd: [
    [520, 0, 0.09],
    [520, 0.14, 0.09],
  ],
  stop: [
    [300, 0, 0.16],
    [220, 0.18, 0.3],
  ],
} as const;

let context: AudioContext | undefined;
let silence: ReturnType<typeof setTimeout> | undefined;

/** Plays one, if the browser lets it before anybody has touched the screen. */
export function play(tune: keyof typeof tunes): void {
  if (typeof AudioContext === 'undefined') return;
  context ??= new AudioContext();
  // Left running it mixes silence all day, and a tablet's battery pays for it.
  void context.resume();
  clearTimeout(silence);
  silence = setTimeout(() => void context?.suspend(), 1_000);
  const now = context.currentTime;
  for (const [hertz, from, lasts] of tunes[tune]) {
    const tone = context.createOscillator();
    const loudness = context.createGain();
    tone.frequency.value = hertz;
    loudness.gain.setValueAtTime(0.15, now + from);
    loudness.gain.linearRampToValueAtTime(0, now + from + lasts);
    tone.connect(loudness).connect(context.destination);
    tone.start(now + from);
    tone.stop(now + from + lasts);
  }
}
