// The clock of a lesson: kept by the server as the moment it was started, so that a reload or a closed lid loses nothing.
import { useNow } from '@vueuse/core'
import { computed, type Ref } from 'vue'
import type { Schemas } from '../../api/client'

type Doing = Schemas['Doing']

/** Nothing is being done, and the clock stands. */
export const standing = { blank: false, elapsed_s: 0, go_at: null, knot: null, mirrored: false, running_since: null, step: null }

/** Seconds on the clock now; `ahead` is how far the server's clock is before this machine's, milliseconds. */
export function secondsOn(doing: Doing, now: number, ahead: number): number {
  const since = doing.running_since ? (now + ahead - Date.parse(doing.running_since)) / 1000 : 0
  return (doing.elapsed_s ?? 0) + Math.max(since, 0)
}

export function useClock(doing: Ref<Doing | undefined>, ahead: Ref<number>) {
  const now = useNow({ interval: 250 })
  const seconds = computed(() => (doing.value ? secondsOn(doing.value, now.value.getTime(), ahead.value) : 0))
  const words = computed(() => {
    const s = Math.floor(seconds.value)
    return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`
  })
  const runs = computed(() => Boolean(doing.value?.running_since))
  return { seconds, words, runs }
}
