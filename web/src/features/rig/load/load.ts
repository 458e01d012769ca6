// A load as the page knows it: what is said, what was worked out, and how it is changed.
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import { byItself } from '../../../app/told'
import { useRig } from '../rig'

export type LoadDraft = Schemas['LoadDraft']
export type LoadItem = LoadDraft['items'][number]
export type LoadPass = LoadDraft['passes'][number]
export type DeckRing = LoadDraft['deck']['rings'][number]
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

  /** A thing goes with its lines; the others keep their own. */
  function dropItem(i: number) {
    const passes = load.value.passes.filter((p) => p.item !== i).map((p) => (p.item > i ? { ...p, item: p.item - 1 } : p))
    say({ items: load.value.items.filter((_, n) => n !== i), passes })
  }
  const dropPass = (i: number) => say({ passes: load.value.passes.filter((_, n) => n !== i) })

  /** A ring goes with the lines that lead to it. */
  function dropRing(i: number) {
    const less = (r: number) => (r > i ? r - 1 : r)
    const passes = load.value.passes
      .filter((p) => !p.rings.includes(i))
      .map((p) => ({ ...p, rings: p.rings.map(less) as LoadPass['rings'] }))
    say({ deck: { ...load.value.deck, rings: load.value.deck.rings.filter((_, n) => n !== i) }, passes })
  }

  function addItem() {
    const { deck, items } = load.value
    const fresh: LoadItem = {
      name: `box ${items.length + 1}`,
      shape: 'box',
      size_m: [0.4, 0.3, 0.3],
      mass_kg: 12,
      at_m: [Math.max(0.2, deck.length_m - 0.3), 0],
      on: 'planed-on-planks',
      sharp: false,
      chocked: false,
      crush_n: null,
    }
    say({ items: [...items, fresh] })
  }

  function addRing() {
    const { deck } = load.value
    const last = deck.rings.at(-1) ?? { at_m: [0, 0], bears_n: 1000 }
    const [x = 0, y = 0] = last.at_m
    const fresh = { at_m: [Math.min(x + 0.3, deck.length_m), y], bears_n: last.bears_n }
    say({ deck: { ...deck, rings: [...deck.rings, fresh] } })
  }

  /** Over the thing, between the rings that lie nearest to its middle on either side. */
  function addPass(i: number) {
    const { items, deck, passes } = load.value
    const x = items[i]?.at_m[0] ?? 0
    const near = (side: number) => {
      const on = deck.rings.map(({ at_m: [along = 0, y = 0] }, n) => ({ n, off: Math.abs(along - x), y })).filter((r) => r.y * side > 0)
      return on.sort((a, b) => a.off - b.off)[0]?.n
    }
    const [a, b] = [near(-1) ?? 0, near(1) ?? 1]
    say({ passes: [...passes, { kind: 'over', item: i, rings: [a, b], padded: false }] })
  }

  return { rig, load, stock, facts, say, deck, item, pass, dropItem, dropPass, dropRing, addItem, addRing, addPass }
}
