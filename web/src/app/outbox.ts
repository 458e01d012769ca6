// Changes on their way to the server: each is kept in this browser until it is answered, sent again when the server is back,
// once, and never over what another window changed meanwhile: then the person chooses.
import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed } from 'vue'
import { whenBack } from '../api/away'
import { Trouble, putTo, unanswered } from '../api/client'
import { tell } from './told'

export type Versioned = Record<string, unknown> & { version?: number }
interface Waiting {
  /** What is to stand there. */
  body: Versioned
  /** What stood there when the first of these changes was made. */
  base: Versioned
  /** What another window made of it meanwhile. */
  newer?: Versioned
}

/** A part of what is kept: what it is called, and how its value reads beside the other window's. */
export interface Part {
  field: string
  says: string
  reads?: (value: never, other: never) => string | string[] | Promise<string[]>
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
/** Fields of `body` in which two differ; the version is none of a person's. */
export const differing = (body: Versioned, a: Versioned, b: Versioned) =>
  Object.keys(body).filter((k) => k !== 'version' && !same(a[k] ?? null, b[k] ?? null))

/** What there is to say when it was put away meanwhile. */
const GONE = 'It was put away in another window meanwhile. What you said stands here; bring it back there to keep it.'

/** This window: what waits is its own, until it is closed. */
const ME = crypto.randomUUID()
const key = (path: string) => `${ME} ${path}`
// Held for as long as the window lives.
navigator.locks.request(ME, () => new Promise(() => undefined)).catch(() => undefined)

export const useOutbox = defineStore('outbox', () => {
  const waiting = useLocalStorage<Record<string, Waiting>>('umbet.waiting', {})
  const sending = new Map<string, Promise<unknown>>()
  /** What this window's own writes were last answered with. */
  const answered = new Map<string, Versioned>()
  const own = computed(() => Object.entries(waiting.value).filter(([k]) => k.startsWith(ME)))
  const count = computed(() => own.value.filter(([, w]) => !w.newer).length)

  const at = (path: string): Waiting | undefined => waiting.value[key(path)]
  function set(path: string, w: Waiting | undefined) {
    const rest = Object.entries(waiting.value).filter(([k]) => k !== key(path))
    waiting.value = Object.fromEntries(w ? [...rest, [key(path), w]] : rest)
  }

  /** Takes over what windows that were closed, or this one before it was loaded again, could not send. */
  async function adopt() {
    const alive = new Set((await navigator.locks.query()).held?.map((lock) => lock.name))
    for (const [k, w] of Object.entries(waiting.value)) {
      const [window, path] = k.split(' ') as [string, string]
      // One a path: what a second closed window left waits until the first is settled.
      if (window === ME || alive.has(window) || at(path)) continue
      waiting.value = Object.fromEntries(Object.entries(waiting.value).filter(([other]) => other !== k))
      set(path, w)
    }
  }

  /** Keeps `body` where `base` stood. The answer is what stands there now; nothing while it waits for the server or a choice. */
  async function put<T>(path: string, body: Versioned, base: Versioned): Promise<T | undefined> {
    const before = at(path)
    // What was sent meanwhile by itself is known here before the page knows it.
    const last = answered.get(path)
    if (last && Number(last.version) > Number(body.version ?? 0)) [body, base] = [{ ...body, version: last.version }, last]
    // Further changes go with the one that waits already.
    set(path, before ? { ...before, body: { ...body, version: before.body.version } } : { body, base })
    return before?.newer ? undefined : ((await send(path)) as T | undefined)
  }

  /** One write a path at a time. */
  function send(path: string): Promise<unknown> {
    const next = (sending.get(path) ?? Promise.resolve()).catch(() => undefined).then(() => sent(path))
    sending.set(path, next)
    return next
  }

  async function sent(path: string): Promise<unknown> {
    const now = at(path)
    if (!now || now.newer) return undefined
    try {
      return settled(path, now, await putTo<Versioned>(path, now.body))
    } catch (e) {
      const newer = e instanceof Trouble ? (e.newer as Versioned | undefined) : undefined
      // Its answer was lost, not the write.
      if (newer && !differing(now.body, now.body, newer).length) return settled(path, now, newer)
      if (newer) set(path, { ...(at(path) ?? now), newer })
      if (newer || unanswered(e)) return undefined
      set(path, undefined)
      if (e instanceof Trouble && e.status === 404) throw new Trouble(GONE, 404)
      throw e
    }
  }

  function settled(path: string, was: Waiting, answer: Versioned) {
    answered.set(path, answer)
    const now = at(path)
    const more = now && !same(now.body, was.body)
    set(path, more ? { body: { ...now.body, version: answer.version }, base: answer } : undefined)
    return more ? sent(path) : answer
  }

  /** Puts the person's choice in the place of both; theirs needs no writing. */
  async function choose<T>(path: string, chosen: Versioned): Promise<T | undefined> {
    const now = at(path)
    if (!now?.newer) return undefined
    const { newer } = now
    if (!differing(now.body, chosen, newer).length) {
      set(path, undefined)
      return newer as T
    }
    set(path, { body: { ...chosen, version: newer.version }, base: newer })
    return (await send(path)) as T | undefined
  }

  // Nobody waits for these: what is refused is told.
  const flush = () => Promise.all(own.value.map(([k]) => send(k.slice(ME.length + 1)).catch(tell)))
  whenBack(flush)
  /** What was left from before, taken over and sent. */
  const ready = adopt().then(flush)

  return { count, at, put, choose, ready }
})
