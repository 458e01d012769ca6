<script setup lang="ts">
// Projected: one move, huge, the drawn-up form beside it. Readable at five metres; led by keys, a clicker, or the board.
import { useIntervalFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useAsked } from '../../api/asked'
import { api, got, words, type Schemas } from '../../api/client'
import { useKeys } from '../../app/keys'
import { useHabits } from '../../app/habits'
import { byItself } from '../../app/told'
import KnotFigure from '../../rope/KnotFigure.vue'
import { standing, useClock } from './clock'

/** How often the board is listened to, milliseconds. */
const LISTEN_MS = 1000
const route = useRoute()
const habits = useHabits()
const id = computed(() => Number(route.params.lesson))
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
useKeys([
  { key: 'ArrowRight', says: 'Next move', run: () => go(1) },
  { key: 'PageDown', says: 'Next move, by a clicker', run: () => go(1) },
  { key: 'ArrowLeft', says: 'The move before', run: () => go(-1) },
  { key: 'PageUp', says: 'The move before, by a clicker', run: () => go(-1) },
  { key: 'm', says: 'Mirrored, for a class that faces you', run: () => byItself(say({ mirrored: !mirrored.value })) },
  { key: 'b', says: 'Blank', run: () => byItself(say({ blank: !doing.value?.blank })) },
  { key: ' ', says: 'Start or stop the clock', run },
])
</script>

<template>
  <section class="projected" :class="{ blank: doing?.blank }">
    <h1 class="visually-hidden">{{ knot?.name ?? 'The lesson' }}</h1>
    <p v-if="trouble || (notCome && !board)" class="trouble" role="alert">
      {{ trouble || notCome }} <BButton class="btn-tab" @click="readAgain">Ask again</BButton>
    </p>
    <template v-if="doing?.blank" />
    <template v-else-if="knot && move">
      <div class="show-move cloth">
        <h2>
          <i>{{ step }}</i>{{ move.short }}
        </h2>
        <KnotFigure :key="`${shown}-${mirrored}`" :knot="shown" v-bind="at" :other-hand="mirrored" />
        <p v-if="mirrored" class="show-mirrored">Mirrored: copy what you see</p>
      </div>
      <div class="show-side">
        <div class="show-cord" aria-hidden="true">
          <i v-for="n in steps.length" :key="n" :class="{ 'cord-laid': n <= step, here: n === step }" />
        </div>
        <div class="show-tight cloth">
          <h2>{{ knot.name }}</h2>
          <KnotFigure :knot="shown" :drawn-up="1" :other-hand="mirrored" />
        </div>
        <div class="show-next">
          <template v-if="next"
            ><span>Next</span><b>{{ next.short }}</b></template
          >
          <template v-else><span>Tied</span><b>Draw it up</b></template>
        </div>
      </div>
      <div class="show-says">
        <p aria-live="polite">{{ move.say }}</p>
        <div v-if="doing?.running_since || seconds > 0" class="show-clock">
          <b>{{ clock }}</b><span>{{ left !== undefined && left > 0 ? `${Math.ceil(left)} s left` : 'on the clock' }}</span>
        </div>
      </div>
    </template>
    <p v-else class="show-none">{{ board?.course_name }}<br />No knot is being shown.</p>
  </section>
</template>
