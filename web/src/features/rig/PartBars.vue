<script setup lang="ts">
// What gives first: each part's band on one scale, what pulls it across it.
import { computed } from 'vue'
import type { RigPlan } from './rig'

const props = defineProps<{ plan: RigPlan }>()
const first = computed(() => props.plan.parts[0])
/** Parts far stronger than the first are said, not drawn: their bars would leave it none. */
const near = (p: RigPlan['parts'][number]) => p.bears_n.low < 12 * (first.value?.bears_n.high ?? 0)
const parts = computed(() => props.plan.parts.filter(near))
const rest = computed(() => props.plan.parts.filter((p) => !near(p)))
const most = computed(() => Math.max(...parts.value.flatMap((p) => [p.bears_n.high, p.pull_n.high]), 1))
/** Square root, so that hitch and cord both show. */
const at = (n: number) => Math.min(Math.sqrt(n / most.value), 1) * 100
</script>

<template>
  <section v-if="first" aria-label="What gives first">
    <h2>{{ first.what[0]!.toUpperCase() + first.what.slice(1) }} first</h2>
    <p class="sub">{{ first.says }}</p>
    <ul class="bars">
      <li v-for="(p, i) in parts" :key="p.id" :class="{ weld: i === 0 }">
        <span
          ><b>{{ p.what }}</b> <i>{{ p.words[0] }}, est.</i></span
        >
        <span class="bar-line" aria-hidden="true">
          <i class="bar-pull" :style="{ left: `${at(p.pull_n.low)}%`, width: `${at(p.pull_n.high) - at(p.pull_n.low)}%` }" />
          <i
            class="bar-bears"
            :style="{ left: `${at(p.bears_n.low)}%`, width: `${Math.max(at(p.bears_n.high) - at(p.bears_n.low), 1.5)}%` }" />
        </span>
        <span class="visually-hidden">{{ p.says }}</span>
      </li>
    </ul>
    <p class="bar-key"><i class="bar-pull" /> {{ first.words[1] }} on it, est.</p>
    <ul class="sub">
      <li v-for="p in rest" :key="p.id">{{ p.says }}</li>
    </ul>
  </section>
</template>
