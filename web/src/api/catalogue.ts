// The words of the catalogue's lists, asked for once.
import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import { whenBack } from './away'
import { api, got, words, type CatalogueWords } from './client'

const none: CatalogueWords = {
  tasks: [],
  cords: [],
  shapes: [],
  surfaces: [],
  matters: [],
  sources: [],
  names: {},
  works: [],
  made_ends: [],
  bends: [],
  spools: [],
  families: [],
  conditions: [],
  ends: [],
  laid: [],
  typed_in: { length: '', thickness: '', pull: '' },
}

export const useCatalogue = defineStore('catalogue', () => {
  const lists = shallowRef<CatalogueWords>(none)
  const trouble = ref('')
  async function load() {
    try {
      lists.value = await got(api.GET('/api/catalogue'))
      trouble.value = ''
    } catch (e) {
      trouble.value = words(e)
    }
  }
  whenBack(() => (trouble.value ? load() : undefined))
  const asked = load()
  /** The name of a knot; until the list is there, its id in words. */
  const named = (knot: string) => lists.value.names[knot] ?? knot.replaceAll('-', ' ')
  return { lists, trouble, asked, load, named }
})
