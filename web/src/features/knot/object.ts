// The object a knot is drawn on while it is learnt: the joint's own where there is one, changeable.
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { Drawn, KnotWords } from '../../api/client'

type On = Pick<Drawn, 'size_mm' | 'cord_mm' | 'surface' | 'shape' | 'sized'>

export const useObject = defineStore('object', () => {
  const on = ref<On>({ size_mm: 48, cord_mm: 12, surface: 'timber-dry', shape: 'post', sized: true })
  const joint = ref<On>()

  /** Takes the joint's object, when the knot is tied to such a thing; the knot's usual one otherwise. */
  function fit(knot: KnotWords, drawn?: Drawn) {
    joint.value = drawn && knot.shapes.includes(drawn.shape) ? { ...drawn } : undefined
    const usual = { ...knot.usual, sized: true }
    on.value = joint.value?.sized ? joint.value : { ...usual, cord_mm: joint.value?.cord_mm ?? usual.cord_mm }
  }

  /** It is still the joint's: nothing was changed by hand. */
  const asJoint = computed(
    () =>
      Boolean(joint.value) &&
      (['size_mm', 'cord_mm'] as const).every((k) => (k === 'size_mm' && !joint.value?.sized) || on.value[k] === joint.value?.[k]),
  )

  return { on, fit, asJoint }
})
