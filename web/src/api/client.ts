// The only place that speaks HTTP. Types come from the server's own document.
import createClient from 'openapi-fetch'
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
export type KitCord = Schemas['KitCord']
export type CatalogueWords = Schemas['CatalogueWords']
export type Drawn = Schemas['Drawn']
export type MisstepWords = Schemas['MisstepWords']
export type Model = Schemas['Model']
export type Found = Schemas['Found']
export type DrillQuestion = Schemas['DrillQuestion']
export type DrillMark = Schemas['DrillMark']
export type KnotScore = Schemas['KnotScore']
export type OwnKnot = Schemas['OwnKnot']
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
  ) {
    super(message)
  }
}

/** The data of an answer, or a Trouble. */
export async function got<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  let answer
  try {
    answer = await call
  } catch {
    throw new Trouble('The server does not answer. Is it still running?', 0)
  }
  if (answer.error !== undefined || !answer.response.ok) {
    const problem = answer.error as Partial<Problem> | undefined
    throw new Trouble(problem?.detail ?? 'The server did not understand.', answer.response.status, problem?.faults ?? [])
  }
  return answer.data as T
}

/** A drawing, as markup made by the server alone. */
export async function drawing(address: string, query: Record<string, string>): Promise<string> {
  const response = await fetch(`${address}${address.includes('?') ? '&' : '?'}${new URLSearchParams(query)}`)
  if (!response.ok) throw new Trouble('The drawing did not come. Load the page again.', response.status)
  return response.text()
}
