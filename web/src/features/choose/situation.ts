// The situation being judged: said, changed, undone, kept. It belongs to a joint, or to nothing yet.
import { useLocalStorage, useManualRefHistory } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { whenBack } from '../../api/away'
import { Trouble, api, got, unanswered, words, type Choice, type Draft, type JobView, type Joint } from '../../api/client'
import { useOutbox, type Versioned } from '../../app/outbox'

const KEPT = 'umbet.situation'

const usual: Draft = {
  task: 'make-fast',
  shape: 'post',
  size_mm: 250,
  cord: { kind: 'paracord-iii' },
  off: 'one-pull',
}

export const useSituation = defineStore('situation', () => {
  /** What is said of no joint, on this device. */
  const own = useLocalStorage<Draft>(KEPT, usual)
  // Habits are not the joint's: what an earlier version kept of them is left out.
  const kept = (): Draft => ({ ...own.value, knows: undefined, schools: undefined })
  const draft = shallowRef<Draft>(kept())
  const choice = ref<Choice>()
  const trouble = ref('')
  const job = ref<JobView['job']>()
  const joint = ref<Joint>()
  const knot = ref<string>()
  const past = useManualRefHistory(draft, { capacity: 50 })
  const forget = () => {
    past.commit()
    past.clear()
  }
  const address = computed(() => (joint.value ? `/jobs/${joint.value.job_id}/joints/${joint.value.id}` : '/'))
  const outbox = useOutbox()
  let asked = 0
  let noAnswer = false

  async function judge() {
    const mine = ++asked
    try {
      const answer = await got(api.POST('/api/choose', { body: draft.value }))
      if (mine !== asked) return
      choice.value = answer
      trouble.value = ''
      noAnswer = false
    } catch (e) {
      if (mine !== asked) return
      trouble.value = words(e)
      noAnswer = unanswered(e)
    }
  }
  whenBack(() => (noAnswer ? judge() : undefined))

  /** Says something else; the last word is kept for undo. */
  async function say(next: Draft) {
    draft.value = next
    past.commit()
    await put(next)
  }

  async function undo() {
    past.undo()
    await put(draft.value)
  }

  async function put(next: Draft) {
    draft.value = next
    await judge()
    if (!trouble.value || noAnswer) await keep()
  }

  /** Kept by itself: in the joint where there is one, else in this browser. */
  async function keep() {
    if (!joint.value) {
      own.value = draft.value
      return
    }
    await putJoint({ situation: draft.value })
  }

  async function putJoint(change: Partial<Joint>) {
    const now = joint.value
    if (!now) return
    const changed = { ...now, ...change }
    try {
      // What waits stands here meanwhile: nothing said is lost.
      joint.value = (await outbox.put<Joint>(pathOf(now), written(changed), written(now))) ?? changed
    } catch (e) {
      trouble.value = words(e)
      // A joint that is gone leaves what was said of it to be chosen for by itself.
      if (e instanceof Trouble && e.status === 404) own.value = draft.value
    }
  }
  const pathOf = (j: Joint) => `/api/joints/${j.id}`
  const written = ({ name, situation, knot, note, position, version }: Joint) =>
    ({ name, situation, knot, note, position, version }) as unknown as Versioned

  /** Of two windows' joints, the one that is to stand. */
  async function stands(now: Joint) {
    if (!joint.value) return
    joint.value = { ...joint.value, ...now }
    knot.value = joint.value.knot ?? undefined
    draft.value = joint.value.situation
    past.commit()
    await judge()
  }

  /** Opens a joint of a job. */
  async function open(jobId: number, jointId: number) {
    const view = await got(api.GET('/api/jobs/{id}', { params: { path: { id: jobId } } }))
    const found = view.joints.find((j) => j.joint.id === jointId)
    if (!found) throw new Trouble('This joint was put away.', 404)
    job.value = view.job
    // What this browser still has to send comes before what was kept.
    joint.value = { ...found.joint, ...(outbox.at(pathOf(found.joint))?.body as Partial<Joint> | undefined) }
    draft.value = joint.value.situation
    knot.value = joint.value.knot ?? undefined
    forget()
    await judge()
  }

  /** At a job, at none of its joints. */
  async function atJob(jobId: number) {
    if (job.value?.id === jobId) return
    job.value = (await got(api.GET('/api/jobs/{id}', { params: { path: { id: jobId } } }))).job
    if (joint.value?.job_id !== jobId) joint.value = undefined
  }

  /** Leaves jobs alone and chooses for its own sake. */
  async function loose() {
    if (joint.value) {
      job.value = undefined
      joint.value = undefined
      draft.value = kept()
      forget()
    }
    await judge()
  }

  return {
    draft,
    choice,
    trouble,
    job,
    joint,
    knot,
    canUndo: past.canUndo,
    address,
    judge,
    say,
    undo,
    open,
    atJob,
    loose,
    putJoint,
    pathOf,
    stands,
  }
})
