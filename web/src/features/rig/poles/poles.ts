// The poles of the rig being planned, in their own shapes.
import { computed, ref } from 'vue'
import type { Schemas } from '../../../api/client'
import { useRig } from '../rig'

/** Which of its lashings is shown move by move. */
const shown = ref('top')

export function usePoles() {
  const rig = useRig()
  const poles = computed(() => rig.draft as unknown as Schemas['PolesDraft'])
  const stock = computed(() => rig.start?.stock as unknown as Schemas['PolesChoices'])
  const facts = computed(() => (rig.view?.own ?? undefined) as unknown as Schemas['PolesFacts'] | undefined)
  const build = computed(() => stock.value.builds.find((b) => b.id === poles.value.build) ?? stock.value.builds[0]!)
  /** Lashings for how its poles meet, the usual one first: the plain turns of three legs are the other school. */
  const lashings = computed(() => {
    const fit = stock.value.lashings.filter((l) => l.meet === build.value.meet)
    return [...fit].sort((a, b) => Number(a.id.endsWith('-plain')) - Number(b.id.endsWith('-plain')))
  })
  const here = computed(() => facts.value?.lashings.find((l) => l.id === shown.value) ?? facts.value?.lashings[0])
  return { rig, poles, stock, facts, build, lashings, shown, here }
}
