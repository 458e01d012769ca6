// What a part of a page is made of, asked of the server: with words where it does not come, and asked again when it can.
import { onBeforeUnmount, onMounted, ref, shallowRef } from 'vue'
import { whenBack } from './away'
import { words } from './client'

export function useAsked<T>(ask: () => Promise<T>) {
  const answer = shallowRef<T>()
  const trouble = ref('')
  /** It is on its way. */
  const asking = ref(false)
  let asked = 0
  async function again() {
    const mine = ++asked
    asking.value = true
    try {
      const now = await ask()
      if (mine !== asked) return
      answer.value = now
      trouble.value = ''
    } catch (e) {
      if (mine === asked) trouble.value = words(e)
    } finally {
      if (mine === asked) asking.value = false
    }
  }
  onMounted(again)
  onBeforeUnmount(whenBack(() => (trouble.value ? again() : undefined)))
  return { answer, trouble, asking, again }
}
