<script setup lang="ts">
// Times of right tries, the curve through them with its band, and the standard.
import { computed, watch } from 'vue'
import { useAsked } from '../../api/asked'
import { api, got } from '../../api/client'
import { byItself } from '../../app/told'

const props = defineProps<{ learner: number; knot: string; count: number }>()
const W = 360
const H = 150
const { answer: curve, again } = useAsked(() =>
  got(api.GET('/api/learners/{id}/curves/{knot}', { params: { path: { id: props.learner, knot: props.knot } } })),
)
watch(
  () => [props.learner, props.knot, props.count],
  () => byItself(again()),
)
const last = computed(() => Math.max(curve.value?.drawn.at(-1)?.[0] ?? 0, curve.value?.times.length ?? 0, 2))
const most = computed(() => Math.max(curve.value?.limit_s ?? 0, ...(curve.value?.times ?? [0])) * 1.15 || 60)
const x = (n: number) => 34 + ((n - 1) / (last.value - 1)) * (W - 48)
const y = (s: number) => H - 22 - (Math.min(s, most.value) / most.value) * (H - 34)
const line = (column: number) =>
  (curve.value?.drawn ?? []).map((d, i) => `${i ? 'L' : 'M'}${x(d[0]!).toFixed(1)} ${y(d[column]!).toFixed(1)}`).join('')
const band = computed(() => {
  const d = curve.value?.drawn ?? []
  const back = [...d].reverse().map((p) => `L${x(p[0]!).toFixed(1)} ${y(p[2]!).toFixed(1)}`)
  return d.length ? `${line(3)}${back.join('')}Z` : ''
})
/** The share that still ties it, from nobody at the foot to all at the top. */
const share = (of: number) => H - 22 - of * (H - 34)
const fades = computed(() => {
  const days = curve.value?.forgetting ?? []
  const most = days.at(-1)?.[0] || 1
  return days.map(([d, s], i) => `${i ? 'L' : 'M'}${(34 + (d! / most) * (W - 48)).toFixed(1)} ${share(s!).toFixed(1)}`).join('')
})
</script>

<template>
  <figure v-if="curve?.times.length" class="curve">
    <figcaption>
      <b>{{ curve.name }}, seconds by tries.</b> {{ curve.says }}
    </figcaption>
    <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="`${curve.name}: ${curve.times.length} timed tries. ${curve.says}`">
      <path v-if="band" class="band" :d="band" />
      <path v-if="curve.drawn.length" class="fit" :d="line(1)" />
      <template v-if="curve.limit_s">
        <line class="limit" :x1="34" :x2="W" :y1="y(curve.limit_s)" :y2="y(curve.limit_s)" />
        <text :x="W" :y="y(curve.limit_s) - 5" text-anchor="end">{{ curve.limit_s }} s</text>
      </template>
      <circle v-for="(t, i) in curve.times" :key="i" :cx="x(i + 1)" :cy="y(t)" r="5" />
      <text x="30" :y="y(curve.times[0]!) + 5" text-anchor="end">{{ Math.round(curve.times[0]!) }}</text>
      <text :x="x(1)" :y="H - 4">1</text>
      <text :x="x(last)" :y="H - 4" text-anchor="end">{{ last }}</text>
    </svg>
    <template v-if="curve.forgetting.length">
      <figcaption>
        <b>How it fades untied,</b> by days: about {{ Math.round(curve.forgetting.at(-1)![1]! * 100) }} in 100 who practised so would still
        tie it after {{ curve.forgetting.at(-1)![0] }} days; an estimate.
      </figcaption>
      <svg :viewBox="`0 0 ${W} ${H}`" role="img" aria-label="The share that still ties it, by days since it was last tied">
        <path class="fit" :d="fades" />
        <line class="limit" :x1="34" :x2="W" :y1="share(0.9)" :y2="share(0.9)" />
        <text :x="W" :y="share(0.9) - 5" text-anchor="end">due again: 90 in 100</text>
        <text x="30" :y="share(1) + 10" text-anchor="end">100</text>
        <text x="30" :y="share(0)" text-anchor="end">0</text>
        <text :x="34" :y="H - 4">today</text>
        <text :x="W" :y="H - 4" text-anchor="end">{{ curve.forgetting.at(-1)![0] }} days</text>
      </svg>
    </template>
  </figure>
</template>
