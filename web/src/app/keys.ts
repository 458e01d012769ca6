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

window.addEventListener('keydown', (e) => {
  if (e.ctrlKey || e.metaKey || e.altKey || typing(e)) return
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
