<script setup lang="ts">
// A drawing, made by the server for exactly this frame, so that its words keep their size.
import { useResizeObserver } from '@vueuse/core'
import { onBeforeUnmount, ref, watch } from 'vue'
import { whenBack } from '../api/away'
import { drawing, words, type Drawn, type KnotAnswer } from '../api/client'
import { useHabits } from '../app/habits'
import { byItself } from '../app/told'

const props = defineProps<{
  /** A knot of the catalogue, */
  knot?: string
  /** or the address of another drawing. */
  from?: string
  step?: number
  behind?: boolean
  labels?: boolean
  dimensions?: boolean
  /** What it is drawn on. */
  on?: Pick<Drawn, 'size_mm' | 'cord_mm' | 'surface' | 'shape' | 'sized'> & Partial<Pick<Drawn, 'task' | 'pulls'>>
  /** The answer it illustrates: its changes and its tail are drawn. */
  answer?: Pick<KnotAnswer, 'drawn_with' | 'facts'>
  pull?: string
  /** The other hand than the habit. */
  otherHand?: boolean
  /** After this move of another way of tying it, both from 1. */
  way?: number
  pose?: number
  /** Tying actions done wrong. */
  wrong?: string
  /** Every crossing can be pressed. */
  pressed?: boolean
  /** Every crossing carries its number. */
  numbered?: boolean
  /** Drawn up as it lies in the hand, from 0, open, to 1, tight; what has no such form is drawn as it is laid. */
  drawnUp?: number
  /** An arrow at everything that is hauled on to draw it up. */
  haul?: boolean
  /** Of a picture much longer than it is high: its crowded part alone, or the whole with that part marked. */
  part?: 'enlarged' | 'marked'
  /** The drawing chooses its own hand. */
  asItIs?: boolean
  /** What only this address is asked besides. */
  also?: Record<string, string>
}>()
const emit = defineEmits<{ press: [crossing: string] }>()

const habits = useHabits()
const frame = ref<HTMLElement>()
const markup = ref('')
const failed = ref('')
// Another drawing is on its way; the old one stays meanwhile.
const busy = ref(false)
let size = { width: 0, height: 0 }
let asked = 0

function query() {
  const left = (habits.settings.hand === 'left') !== Boolean(props.otherHand)
  const q: Record<string, string> = { width: String(size.width), height: String(size.height) }
  if (props.step) q.step = String(props.step)
  if (left && !props.asItIs) q.mirrored = 'true'
  if (props.way) q.way = String(props.way)
  if (props.way && props.pose) q.pose = String(props.pose)
  if (props.behind) q.behind = 'true'
  if (props.labels) q.labels = 'true'
  if (props.pull) q.pull = props.pull
  if (props.on) {
    q.cord_mm = String(props.on.cord_mm)
    if (props.on.surface) q.surface = props.on.surface
    q.shape = props.on.shape
    if (props.on.sized) q.size_mm = String(props.on.size_mm)
    if (props.on.task) q.task = props.on.task
    if (props.pull && props.on.pulls) q.pulls = props.on.pulls
  }
  if (props.answer?.drawn_with.length) q.mends = props.answer.drawn_with.join(',')
  if (props.answer?.facts.tail_mm) q.tail_mm = String(props.answer.facts.tail_mm)
  if (props.dimensions) q.dimensions = 'true'
  if (props.wrong) q.wrong = props.wrong
  if (props.pressed) q.pressed = 'true'
  if (props.drawnUp !== undefined) q.drawn_up = String(props.drawnUp)
  if (props.haul) q.haul = 'true'
  if (props.part) q.part = props.part
  if (props.numbered) q.numbered = 'true'
  return { ...q, ...props.also }
}

async function draw() {
  if (size.width < 60 || size.height < 60) return
  const mine = ++asked
  busy.value = true
  try {
    const svg = await drawing(props.from ?? `/api/knots/${encodeURIComponent(props.knot ?? '')}/figure.svg`, query())
    if (mine === asked) {
      markup.value = svg
      failed.value = ''
    }
  } catch (e) {
    if (mine === asked) failed.value = words(e)
  }
  if (mine === asked) busy.value = false
}

function press(e: Event) {
  const name = (e.target as Element).getAttribute?.('data-name')
  if (!name) return
  e.preventDefault()
  emit('press', name)
}

onBeforeUnmount(whenBack(() => (failed.value ? draw() : undefined)))

useResizeObserver(frame, ([entry]) => {
  const box = entry?.contentRect
  if (!box) return
  const next = { width: Math.round(box.width), height: Math.round(box.height) }
  if (next.width !== size.width || next.height !== size.height) {
    size = next
    byItself(draw())
  }
})
// Asked again only when what is asked for has changed, not when a parent merely says it again.
watch(() => JSON.stringify([props, habits.settings.hand, habits.changes]), draw)
</script>

<template>
  <div ref="frame" class="figure" :aria-busy="busy">
    <!-- eslint-disable-next-line vue/no-v-html -- the server escapes every word of a drawing -->
    <div v-if="markup && !failed" class="figure-in rope" v-html="markup" @click="press" @keydown.enter="press" @keydown.space="press" />
    <p v-if="failed" class="figure-failed">
      <b class="v no">The drawing did not come</b> {{ failed }} <BButton variant="link" class="p-0" @click="draw">Ask again</BButton>
    </p>
  </div>
</template>
