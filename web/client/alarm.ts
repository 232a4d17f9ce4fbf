/** Three short tones, loud enough over a compressor. Browsers stay silent until the page was touched once. */
export function sound(): void {
  const context = new AudioContext();
  const PITCH_HZ = 880;
  for (const [i, from] of [0, 0.35, 0.7].entries()) {
    const tone = context.createOscillator();
    const volume = context.createGain();
    tone.type = "square";
    tone.frequency.value = PITCH_HZ + i * 110;
    volume.gain.setValueAtTime(0.25, context.currentTime + from);
    volume.gain.exponentialRampToValueAtTime(0.001, context.currentTime + from + 0.3);
    tone.connect(volume).connect(context.destination);
    tone.start(context.currentTime + from);
    tone.stop(context.currentTime + from + 0.3);
  }
  setTimeout(() => void context.close(), 1500);
}
