/** A timer's end: heard, felt, and the screen kept awake until then. */

let context: AudioContext | undefined;

/** To be called while a finger is down: browsers give sound to nobody else. */
export function armAlarm(): void {
  if (typeof AudioContext === "undefined") return;
  context ??= new AudioContext();
  void context.resume().catch(() => undefined);
}

/** Three short tones, and a buzz where the device can. */
export function ringAlarm(): void {
  navigator.vibrate?.([300, 150, 300, 150, 600]);
  if (!context) return;
  const { currentTime } = context;
  for (const [i, pitch] of [880, 660, 880].entries()) {
    const tone = context.createOscillator();
    const volume = context.createGain();
    tone.frequency.value = pitch;
    volume.gain.value = 0.4;
    tone.connect(volume).connect(context.destination);
    tone.start(currentTime + 0.35 * i);
    tone.stop(currentTime + 0.35 * i + 0.25);
  }
}
