// A page is known by its heading: it names the window, and takes the focus when another page has come.
import { useMutationObserver } from '@vueuse/core'
import type { Ref } from 'vue'
import { useRouter } from 'vue-router'

export function useHeading(main: Ref<HTMLElement | undefined | null>) {
  const router = useRouter()
  let fresh = false
  // Another page, not another part of this one; the first of all leaves the focus where the browser puts it.
  router.afterEach((to, from) => (fresh = from.matched.length > 0 && to.path !== from.path))

  function look() {
    const heading = main.value?.querySelector('h1')
    const says = heading?.textContent?.trim()
    if (!heading || !says) return
    document.title = `${says} · Umbet`
    if (!fresh) return
    fresh = false
    // Whoever is typing already is left alone.
    if (/^(input|textarea|select)$/i.test(document.activeElement?.tagName ?? '')) return
    heading.tabIndex = -1
    heading.focus({ preventScroll: true })
  }
  useMutationObserver(main, look, { childList: true, subtree: true, characterData: true })
}
