// Whether the server answers. While it does not, it is asked again, and whoever waits is told when it is back.
import { ref } from 'vue'

const PATIENCE_MS = 1500

export const away = ref(false)
const waiting = new Set<() => unknown>()

/** Runs `run` each time the server is back; the answer stops that. */
export function whenBack(run: () => unknown) {
  waiting.add(run)
  return () => waiting.delete(run)
}

/** A request found no server. */
export function lost() {
  if (away.value) return
  away.value = true
  setTimeout(look, PATIENCE_MS)
}

async function look() {
  const there = await fetch('/api/health').then(
    (r) => r.ok,
    () => false,
  )
  if (!there) {
    setTimeout(look, PATIENCE_MS)
    return
  }
  away.value = false
  waiting.forEach((run) => run())
}
