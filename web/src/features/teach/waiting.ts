// Tries logged while the server does not answer wait in this browser and are sent when it is back. Each has a key of its own, so
// that one sent twice is kept once.
import { useLocalStorage } from '@vueuse/core'
import { whenBack } from '../../api/away'
import { api, got, unanswered, type Schemas } from '../../api/client'

interface Waiting {
  lesson: number
  body: Schemas['TryInput']
}

const waiting = useLocalStorage<Waiting[]>('umbet.tries', [])

export function useTries() {
  /** Logs a try; nothing is answered while it waits. */
  async function log(lesson: number, body: Schemas['TryInput']): Promise<Schemas['Logged'] | undefined> {
    try {
      return await got(api.POST('/api/lessons/{id}/tries', { params: { path: { id: lesson } }, body }))
    } catch (e) {
      if (!unanswered(e)) throw e
      waiting.value.push({ lesson, body })
      return undefined
    }
  }
  async function send() {
    for (const w of [...waiting.value]) {
      await got(api.POST('/api/lessons/{id}/tries', { params: { path: { id: w.lesson } }, body: w.body }))
      waiting.value = waiting.value.filter((o) => o.body.key !== w.body.key)
    }
  }
  return { waiting, log, send, whenBack: () => whenBack(send) }
}
