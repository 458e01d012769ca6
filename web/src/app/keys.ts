// Keyboard shortcuts: registered where they work, listed in one place.
import { onBeforeUnmount, onMounted, reactive } from 'vue'

export interface Key {
  key: string
  says: string
  run: () => void
}

export const active = reactive(new Set<Key>())

const typing = (e: KeyboardEvent) =>
  e.target instanceof HTMLElement && (e.target.isContentEditable || /^(input|textarea|select)$/i.test(e.target.tagName))

/** Space and Enter press what has the focus, once, and nothing else. */
const pressing = (e: KeyboardEvent) =>
  (e.key === ' ' || e.key === 'Enter') && e.target instanceof HTMLElement && e.target.closest('button, a, summary') !== null

window.addEventListener('keydown', (e) => {
  if (e.ctrlKey || e.metaKey || e.altKey || e.repeat || typing(e) || pressing(e)) return
  for (const k of active) {
    if (k.key === e.key) {
      e.preventDefault()
      k.run()
      return
    }
  }
})

/** Keys that work while this component is on screen. */
export function useKeys(keys: Key[]) {
  onMounted(() => keys.forEach((k) => active.add(k)))
  onBeforeUnmount(() => keys.forEach((k) => active.delete(k)))
}
