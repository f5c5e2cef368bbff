/** One for the whole application, made when the first sound is due: a browser gives only a few. */
const audio = lazily(() => new AudioContext());

function lazily<T>(make: () => T): () => T {
  let made: T | undefined;
  return () => (made ??= make());
}

function tone(frequency: number, start: number, seconds: number, kind: OscillatorType) {
  const context = audio();
  const oscillator = context.createOscillator();
  const volume = context.createGain();
  oscillator.type = kind;
  oscillator.frequency.value = frequency;
  volume.gain.value = 0.15;
  oscillator.connect(volume).connect(context.destination);
  oscillator.start(context.currentTime + start);
  oscillator.stop(context.currentTime + start + seconds);
}

/** Good: one high, short tone. Bad: two low ones. Done: a rising pair. Each also to be felt. */
export function sound(kind: 'good' | 'bad' | 'done') {
  try {
    if (kind === 'bad') {
      tone(196, 0, 0.16, 'square');
      tone(147, 0.2, 0.3, 'square');
    } else {
      tone(880, 0, 0.08, 'sine');
      if (kind === 'done') {
        tone(1320, 0.1, 0.14, 'sine');
      }
    }
  } catch {
    // A device without sound still shows it.
  }
  navigator.vibrate?.(kind === 'bad' ? [120, 80, 240] : kind === 'done' ? [40, 40, 40] : 40);
}
