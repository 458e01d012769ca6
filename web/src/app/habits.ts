// Habits: units, hand, light, body, schools. Loaded once, saved as they change.
import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { ref } from 'vue'
import { whenBack } from '../api/away'
import { api, got, words, type Settings } from '../api/client'
import { useOutbox, type Versioned } from './outbox'

const usual: Settings = {
  units: 'metric',
  hand: 'right',
  light: 'system',
  body: { arm_span_m: 1.7, forearm_m: 0.45, hand_span_mm: 210, four_fingers_mm: 75, foot_mm: 270, pace_m: 0.75 },
  schools: [],
  knows: [],
  version: 0,
}

const DIM = 'umbet.brightness'
/** Where habits are kept. */
export const HABITS = '/api/settings'

export const useHabits = defineStore('habits', () => {
  const settings = ref<Settings>(usual)
  const trouble = ref('')
  /** How bright this screen is at night, per cent; a matter of this device, not of the person. */
  const brightness = useLocalStorage(DIM, 100)
  /** Grows whenever words or drawings made from the habits are out of date. */
  const changes = ref(0)

  const outbox = useOutbox()
  let loaded = false

  async function load() {
    try {
      const kept = await got(api.GET('/api/settings'))
      // What this browser still has to send comes before what was kept.
      settings.value = { ...kept, ...(outbox.at(HABITS)?.body as Partial<Settings> | undefined) }
      loaded = true
      trouble.value = ''
    } catch (e) {
      trouble.value = words(e)
    }
  }
  whenBack(() => (loaded ? undefined : load()))

  async function save(change: Partial<Settings>) {
    trouble.value = ''
    const before = settings.value
    const now = { ...before, ...change }
    settings.value = now
    try {
      const kept = await outbox.put<Settings>(HABITS, now as unknown as Versioned, before as unknown as Versioned)
      if (kept) settings.value = kept
    } catch (e) {
      trouble.value = words(e)
      settings.value = before
    }
    changes.value += 1
  }

  /** Of two windows' habits, those that are to stand. */
  function stands(now: Settings) {
    settings.value = now
    changes.value += 1
  }

  function dim(percent: number) {
    brightness.value = Math.min(Math.max(percent, 70), 100)
  }

  return { settings, trouble, brightness, changes, load, save, stands, dim }
})
