/** A short tone when hands are wanted; made here, no file. */
import { useLocalStorage } from '@vueuse/core'
import { computed } from 'vue'

import { useSalon } from '@/api/queries'

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

/** Whether this device sounds: as it was set here, else as the salon has it. */
export function useSound() {
  const salon = useSalon()
  const own = useLocalStorage<'' | 'on' | 'off'>('chair sound', '')
  return computed({
    get: () => (own.value ? own.value === 'on' : Boolean(salon.data.value?.chair_sound)),
    set: (on: boolean) => (own.value = on ? 'on' : 'off'),
  })
}
