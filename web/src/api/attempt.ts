// Something sent to the server: with words where it fails, and what hangs on it asked for again where it does not.
import { ref } from 'vue'
import { words } from './client'

/** `then` is asked after each attempt that succeeds. */
export function useAttempt(then: () => Promise<unknown>) {
  const trouble = ref('')
  /** Tells whether it succeeded. */
  async function attempt(run: () => Promise<unknown>) {
    trouble.value = ''
    try {
      await run()
      await then()
      return true
    } catch (e) {
      trouble.value = words(e)
      return false
    }
  }
  return { trouble, attempt }
}
