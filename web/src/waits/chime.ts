/** Two soft tones, as from a glass. A browser that nobody has touched yet stays silent; then the page and its notification tell. */
export function chime(): void {
  if (typeof AudioContext === 'undefined') return;
  const audio = new AudioContext();
  if (audio.state === 'suspended') {
    void audio.close();
    return;
  }
  [880, 1174.7].forEach((hertz, i) => {
    const at = audio.currentTime + 0.22 * i;
    const tone = audio.createOscillator();
    const loud = audio.createGain();
    tone.frequency.value = hertz;
    loud.gain.setValueAtTime(0.0001, at);
    loud.gain.exponentialRampToValueAtTime(0.18, at + 0.02);
    loud.gain.exponentialRampToValueAtTime(0.0001, at + 0.6);
    tone.connect(loud).connect(audio.destination);
    tone.start(at);
    tone.stop(at + 0.65);
  });
  setTimeout(() => void audio.close(), 1500);
}
