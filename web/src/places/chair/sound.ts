/** A short tone when hands are wanted; made here, no file. */
const TONES_HZ = [660, 880] as const
const TONE_S = 0.16
const LOUD = 0.12

export function useChime() {
  let context: AudioContext | undefined
  return () => {
    context ??= new AudioContext()
    const from = context.currentTime
    TONES_HZ.forEach((hertz, n) => {
      if (!context) return
      const tone = new OscillatorNode(context, { frequency: hertz })
      const gain = new GainNode(context, { gain: LOUD })
      tone.connect(gain).connect(context.destination)
      tone.start(from + n * TONE_S)
      tone.stop(from + (n + 1) * TONE_S)
    })
  }
}
