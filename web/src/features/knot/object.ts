// The object a knot is drawn on while it is learnt: the joint's own where there is one, changeable.
import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { Drawn, KnotWords } from '../../api/client'

type On = Pick<Drawn, 'size_mm' | 'cord_mm' | 'surface' | 'shape' | 'sized'>

const usual: On = { size_mm: 48, cord_mm: 12, surface: 'timber-dry', shape: 'post', sized: true }

export const useObject = defineStore('object', () => {
  const on = ref<On>(usual)

  /** Takes the joint's object, when the knot is tied to such a thing. */
  function fit(knot: KnotWords, drawn?: Drawn) {
    const fits = drawn?.sized && knot.shapes.includes(drawn.shape)
    const log = knot.shapes[0] === 'log' || knot.shapes[0] === 'post'
    on.value = fits ? { ...drawn } : { ...usual, surface: log ? 'bark-rough' : 'timber-dry' }
  }

  return { on, fit }
})
