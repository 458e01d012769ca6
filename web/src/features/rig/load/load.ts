// A load as the page knows it: what is said, what was worked out, and how it is changed.
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import { byItself } from '../../../app/told'
import { useRig } from '../rig'

export type LoadDraft = Schemas['LoadDraft']
export type LoadItem = LoadDraft['items'][number]
export type LoadPass = LoadDraft['passes'][number]
export type Hold = Schemas['LoadFacts']['holds'][number]

export function useLoad() {
  const rig = useRig()
  const load = computed(() => rig.draft as unknown as LoadDraft)
  const stock = computed(() => rig.start?.stock as unknown as Schemas['LoadChoices'])
  const facts = computed(() => rig.view?.own as unknown as Schemas['LoadFacts'] | null)
  const say = (change: Partial<LoadDraft>) => byItself(rig.say(change as never))
  const deck = (change: Partial<LoadDraft['deck']>) => say({ deck: { ...load.value.deck, ...change } })
  const item = (i: number, change: Partial<LoadItem>) =>
    say({ items: load.value.items.map((it, n) => (n === i ? { ...it, ...change } : it)) })
  const pass = (i: number, change: Partial<LoadPass>) =>
    say({ passes: load.value.passes.map((p, n) => (n === i ? { ...p, ...change } : p)) })

  return { rig, load, stock, facts, say, deck, item, pass }
}
