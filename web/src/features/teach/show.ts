// What is shown to all: the knot and the move that the board, a key, a clicker or a phone last said.
import { useIntervalFn } from '@vueuse/core'
import { computed, ref, watch, type Ref } from 'vue'
import { useAsked } from '../../api/asked'
import { api, got, words, type Schemas } from '../../api/client'
import { useHabits } from '../../app/habits'
import { byItself } from '../../app/told'
import { standing, useClock } from './clock'

/** How often the board is listened to, milliseconds. */
const LISTEN_MS = 1000
export function useShown(id: Ref<number>) {
  const habits = useHabits()
  const trouble = ref('')
  const {
    answer: board,
    trouble: notCome,
    again: readAgain,
  } = useAsked(() => got(api.GET('/api/lessons/{id}/board', { params: { path: { id: id.value } } })))
  const doing = ref<Schemas['Doing']>()
  const ahead = ref(0)
  const knot = ref<Schemas['KnotWords']>()
  watch(board, (b) => {
    if (!b) return
    doing.value = b.doing
    ahead.value = Date.parse(b.now) - Date.now()
  })
  const { words: clock, seconds } = useClock(doing, ahead)
  const shown = computed(() => doing.value?.knot ?? board.value?.knot?.knot)
  const mirrored = computed(() => Boolean(doing.value?.mirrored))
  /** The words are turned with the drawing, from the hand this person has. */
  const turned = computed(() => mirrored.value !== (habits.settings.hand === 'left'))
  watch([shown, turned], async () => {
    const of = shown.value
    if (!of) return
    const query = turned.value ? { mirrored: true } : {}
    knot.value = await got(api.GET('/api/knots/{id}', { params: { path: { id: of }, query } })).catch((e: unknown) => {
      trouble.value = words(e)
      return undefined
    })
  })
  useIntervalFn(async () => {
    try {
      doing.value = await got(api.GET('/api/lessons/{id}/doing', { params: { path: { id: id.value } } }))
      trouble.value = ''
    } catch (e) {
      trouble.value = words(e)
    }
  }, LISTEN_MS)

  /** The way taught first; along the rope where none is. */
  const way = computed(() => (knot.value?.ways.findIndex((w) => w.taught) ?? -1) + 1)
  const steps = computed(() => knot.value?.ways[way.value - 1]?.moves ?? knot.value?.steps ?? [])
  const at = computed(() => (way.value ? { way: way.value, pose: step.value } : { step: step.value }))
  const step = computed(() => Math.min(doing.value?.step ?? 1, Math.max(steps.value.length, 1)))
  const move = computed(() => steps.value[step.value - 1])
  const next = computed(() => steps.value[step.value])
  const left = computed(() => (board.value?.limit_s ? board.value.limit_s - seconds.value : undefined))
  async function say(change: Partial<Schemas['Doing']>) {
    const body = { ...standing, ...doing.value, knot: shown.value ?? null, ...change }
    try {
      doing.value = await got(api.PUT('/api/lessons/{id}/doing', { params: { path: { id: id.value } }, body }))
    } catch (e) {
      trouble.value = words(e)
    }
  }
  const go = (by: number) => byItself(say({ step: Math.min(Math.max(step.value + by, 1), steps.value.length), blank: false }))
  const run = () => {
    const now = new Date(Date.now() + ahead.value).toISOString()
    byItself(doing.value?.running_since ? say({ running_since: null, elapsed_s: seconds.value }) : say({ running_since: now }))
  }
  return {
    board,
    doing,
    knot,
    shown,
    mirrored,
    steps,
    at,
    step,
    move,
    next,
    clock,
    seconds,
    left,
    trouble,
    notCome,
    readAgain,
    say,
    go,
    run,
  }
}
