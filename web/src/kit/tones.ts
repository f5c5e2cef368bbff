let context: AudioContext | undefined;

function tone(frequency: number, start: number, seconds: number, kind: OscillatorType) {
  if (!context) {
    return;
  }
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
    context ??= new AudioContext();
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
