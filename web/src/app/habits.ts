// Habits: units, hand, light, body, schools. Loaded once, saved as they change.
import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { ref } from 'vue'
import { Trouble, api, got, type Settings } from '../api/client'

const usual: Settings = {
  units: 'metric',
  hand: 'right',
  light: 'system',
  body: { arm_span_m: 1.7, forearm_m: 0.45, hand_span_mm: 210, four_fingers_mm: 75 },
  schools: [],
  knows: [],
  version: 0,
}

const DIM = 'umbet.brightness'

export const useHabits = defineStore('habits', () => {
  const settings = ref<Settings>(usual)
  const trouble = ref('')
  /** How bright this screen is at night, per cent; a matter of this device, not of the person. */
  const brightness = useLocalStorage(DIM, 100)
  /** Grows whenever words or drawings made from the habits are out of date. */
  const changes = ref(0)

  async function load() {
    settings.value = await got(api.GET('/api/settings'))
  }

  async function save(change: Partial<Settings>) {
    trouble.value = ''
    try {
      settings.value = await got(api.PUT('/api/settings', { body: { ...settings.value, ...change } }))
    } catch (e) {
      trouble.value = e instanceof Trouble ? e.message : String(e)
      await load()
    }
    changes.value += 1
  }

  function dim(percent: number) {
    brightness.value = Math.min(Math.max(percent, 70), 100)
  }

  return { settings, trouble, brightness, changes, load, save, dim }
})
