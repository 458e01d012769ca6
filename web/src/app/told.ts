// The last resort: what failed where no part of the page says so.
import { ref } from 'vue'
import { words } from '../api/client'

export const untold = ref('')

export function tell(e: unknown) {
  // The way to another page could not be loaded: the router goes there when it can.
  if (/dynamically imported module|module script/.test(words(e))) return
  console.error(e)
  untold.value = words(e)
}

/** Lets a task run by itself; what it fails with is told. */
export function byItself(task: Promise<unknown> | undefined) {
  task?.catch(tell)
}
