// The only place that speaks HTTP. Types come from the server's own document.
import createClient from 'openapi-fetch'
import { lost } from './away'
import type { components, paths } from './schema'

export type Schemas = components['schemas']
export type Draft = Schemas['Draft']
export type Choice = Schemas['Choice']
export type KnotAnswer = Schemas['KnotAnswer']
export type Fragment = Schemas['Fragment']
export type OptionWords = Schemas['OptionWords']
export type KnotWords = Schemas['KnotWords']
export type KnotSummary = Schemas['KnotSummary']
export type Settings = Schemas['Settings']
export type Joint = Schemas['Joint']
export type JobView = Schemas['JobView']
export type JobSummary = Schemas['JobSummary']
export type Piece = Schemas['Piece']
export type CatalogueWords = Schemas['CatalogueWords']
export type Drawn = Schemas['Drawn']
export type MisstepWords = Schemas['MisstepWords']
export type Model = Schemas['Model']
export type Found = Schemas['Found']
export type DrillQuestion = Schemas['DrillQuestion']
export type DrillMark = Schemas['DrillMark']
export type KnotScore = Schemas['KnotScore']
export type OwnKnot = Schemas['OwnKnot']
export type DrawingUp = Schemas['DrawingUp']
export type OwnProof = Schemas['OwnProof']
export type Family = Schemas['Family']
type Problem = Schemas['Problem']

export const api = createClient<paths>({ baseUrl: '/' })

/** What went wrong, in words for a person. */
export class Trouble extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly faults: { field: string; says: string }[] = [],
    /** What stands there now, where another window changed it first. */
    readonly newer?: unknown,
  ) {
    super(message)
  }
}

/** In words, whatever it is. */
export const words = (e: unknown) => (e instanceof Error ? e.message : String(e))

/** The server was not there to ask. */
export const unanswered = (e: unknown) => e instanceof Trouble && e.status === 0

function noServer(): Trouble {
  lost()
  return new Trouble('The server does not answer; it is asked again by itself. Is it still running?', 0)
}

/** The person did not want to wait for it any longer: the reason a question is aborted with. */
export class LeftOff extends Error {
  constructor() {
    super('You left off. It is worked out when you ask again.')
  }
}

/** The data of an answer, or a Trouble. */
export async function got<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  let answer
  try {
    answer = await call
  } catch (e) {
    throw e instanceof LeftOff ? e : noServer()
  }
  if (answer.error !== undefined || !answer.response.ok) {
    const problem = answer.error as Partial<Problem> | undefined
    const says = problem?.detail ?? 'The server did not understand.'
    throw new Trouble(says, answer.response.status, problem?.faults ?? [], problem?.newer ?? undefined)
  }
  return answer.data as T
}

/** A versioned write to an address known only when it runs, as the outbox has it. */
export async function putTo<T>(path: string, body: unknown): Promise<T> {
  const sent = fetch(path, { method: 'PUT', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })
  return got(
    sent.then(async (response) => {
      const read: unknown = await response.json().catch(() => undefined)
      return response.ok ? { data: read as T, response } : { error: read ?? {}, response }
    }),
  )
}

/** A drawing, as markup made by the server alone. */
export async function drawing(address: string, query: Record<string, string>): Promise<string> {
  let response
  try {
    response = await fetch(`${address}${address.includes('?') ? '&' : '?'}${new URLSearchParams(query)}`)
  } catch {
    throw noServer()
  }
  if (!response.ok) {
    const problem = (await response.json().catch(() => undefined)) as Partial<Problem> | undefined
    throw new Trouble(problem?.detail ?? 'The drawing did not come.', response.status)
  }
  return response.text()
}
