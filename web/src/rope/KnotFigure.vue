<script setup lang="ts">
// A drawing, made by the server for exactly this frame, so that its words keep their size.
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { drawing, type Drawn } from '../api/client'
import { useHabits } from '../app/habits'

const props = defineProps<{
  knot: string
  step?: number
  behind?: boolean
  labels?: boolean
  dimensions?: boolean
  /** What it is drawn on. */
  on?: Pick<Drawn, 'size_mm' | 'cord_mm' | 'surface' | 'shape' | 'sized'>
  pull?: string
  /** The other hand than the habit. */
  otherHand?: boolean
}>()

const habits = useHabits()
const frame = ref<HTMLElement>()
const markup = ref('')
const failed = ref(false)
let size = { width: 0, height: 0 }
let asked = 0

async function draw() {
  if (size.width < 60 || size.height < 60) return
  const mine = ++asked
  const left = (habits.settings.hand === 'left') !== Boolean(props.otherHand)
  const query: Record<string, string> = { width: String(size.width), height: String(size.height) }
  if (props.step) query.step = String(props.step)
  if (left) query.mirrored = 'true'
  if (props.behind) query.behind = 'true'
  if (props.labels) query.labels = 'true'
  if (props.pull) query.pull = props.pull
  if (props.on) {
    query.cord_mm = String(props.on.cord_mm)
    query.surface = props.on.surface
    query.shape = props.on.shape
    if (props.on.sized) query.size_mm = String(props.on.size_mm)
  }
  if (props.dimensions) query.dimensions = 'true'
  try {
    const svg = await drawing(props.knot, query)
    if (mine === asked) {
      markup.value = svg
      failed.value = false
    }
  } catch {
    if (mine === asked) failed.value = true
  }
}

const observer = new ResizeObserver(([entry]) => {
  const box = entry?.contentRect
  if (!box) return
  const next = { width: Math.round(box.width), height: Math.round(box.height) }
  if (next.width !== size.width || next.height !== size.height) {
    size = next
    void draw()
  }
})
onMounted(() => frame.value && observer.observe(frame.value))
onBeforeUnmount(() => observer.disconnect())
watch(() => [{ ...props }, habits.settings.hand, habits.changes], () => void draw(), { deep: true })
</script>

<template>
  <div ref="frame" class="figure">
    <!-- eslint-disable-next-line vue/no-v-html: the server escapes every word of a drawing -->
    <div v-if="markup && !failed" class="figure-in rope" v-html="markup" />
    <p v-if="failed" class="figure-failed">The drawing did not come. <BButton variant="link" class="p-0" @click="draw">Ask again</BButton></p>
  </div>
</template>
