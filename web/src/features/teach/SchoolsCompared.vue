<script setup lang="ts">
// A course as each school would plan it, side by side: its lessons as cords to one scale of minutes. One is taken.
import { listed } from '../../ui/listed'
import { computed } from 'vue'
import type { Schemas } from '../../api/client'

const props = defineProps<{ plans: Schemas['SchoolPlan'][]; minutes: number }>()
const emit = defineEmits<{ take: [plan: Schemas['SchoolPlan']] }>()
const longest = computed(() => Math.max(props.minutes, ...props.plans.flatMap((p) => p.lessons.map((l) => l.total))))
const wide = (m: number) => `${(m / longest.value) * 100}%`
</script>

<template>
  <div class="schools" role="status">
    <section v-for="p in plans" :key="p.id" class="school">
      <h3>{{ p.name }}</h3>
      <p class="sub">{{ p.says }}</p>
      <ol>
        <li v-for="(l, i) in p.lessons" :key="i" :class="{ over: l.over }">
          <span class="school-cord" aria-hidden="true"
            ><i class="cord-laid" :style="{ width: wide(l.total) }" /><b :style="{ left: wide(minutes) }"
          /></span>
          <span
            ><b>{{ Math.round(l.total) }} min{{ l.over ? `, ${Math.round(l.over)} over` : '' }}</b>
            {{ listed(l.knots) || 'nothing in it' }}</span
          >
        </li>
      </ol>
      <p>
        <b>{{ p.comes_to }}</b>
      </p>
      <BButton class="btn-tar" @click="emit('take', p)">Plan it so</BButton>
    </section>
  </div>
</template>
