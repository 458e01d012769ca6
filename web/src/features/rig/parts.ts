// Two windows' rigs side by side: what of one is not in the other, in words.
import { api, got } from '../../api/client'
import type { Part } from '../../app/outbox'
import type { Draft } from './rig'

/** The leaves of a draft, each at its place. */
function leaves(value: unknown, at = ''): [string, unknown][] {
  if (value === null || typeof value !== 'object') return [[at, value]]
  return Object.entries(value).flatMap(([k, v]) => leaves(v, `${at}/${k}`))
}

/** What of a plan is otherwise in the other window's: numbers in the reader's own unit, as the server says them. */
async function unlike(kind: string, draft: Draft, other: Draft): Promise<string[]> {
  const view = await got(api.POST('/api/rigs/{kind}', { params: { path: { kind } }, body: { draft: draft as never, width: 868 } }))
  const theirs = new Map(leaves(other))
  // Where it stands in words: an anchor by its name, not by its number.
  const named = (i: string) => (draft.anchors as { name: string }[] | undefined)?.[Number(i)]?.name ?? i
  const place = (at: string) =>
    at
      .slice(1)
      .replace(/^anchors\/(\d+)/, (_, i: string) => named(i))
      .replace(/[/_]/g, ' ')
  const plain = (value: unknown) => (typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value ?? 'nothing'))
  const says = ([at, value]: [string, unknown]) => {
    const field = view.fields.find((f) => f.at === at)
    return field ? `${field.label}: ${field.value}` : `${place(at)}: ${plain(value)}`
  }
  return leaves(draft)
    .filter(([at, value]) => theirs.get(at) !== value)
    .map((leaf) => `${says(leaf)}\n`)
}

/** How the parts of a kept rig read, where two windows have changed it. */
export const partsOf = (kind: string): Part[] => [
  { field: 'draft', says: 'The plan', reads: (draft: Draft, other: Draft) => unlike(kind, draft, other) },
  { field: 'ticked', says: 'Ticked off', reads: (t: string[]) => (t.length ? `${t.length} steps` : 'no step') },
]
