<script setup lang="ts">
// All knots, found by any of their names.
import { computed, onMounted, ref } from 'vue'
import { api, got, type KnotSummary } from '../../api/client'
import KnotFigure from '../../rope/KnotFigure.vue'

const knots = ref<KnotSummary[]>([])
const words = ref('')
onMounted(async () => (knots.value = await got(api.GET('/api/knots'))))

const families: [KnotSummary['family'], string][] = [
  ['hitch', 'Hitches'], ['adjustable', 'Adjustable hitches'], ['end-loop', 'Loops in the end'], ['mid-loop', 'Loops in the middle'],
  ['bend', 'Bends'], ['stopper', 'Stoppers'], ['binding', 'Bindings'],
]
const found = computed(() => {
  const w = words.value.trim().toLowerCase()
  return knots.value.filter((k) => !w || [k.name, ...k.also].some((n) => n.toLowerCase().includes(w)))
})
const groups = computed(() => families.map(([f, says]) => ({ says, knots: found.value.filter((k) => k.family === f) })).filter((g) => g.knots.length))
</script>

<template>
  <section class="page">
    <div class="page-head">
      <h1>Knots</h1>
      <label class="find">Find by any name <BFormInput v-model="words" type="search" autocomplete="off" /></label>
    </div>
    <p v-if="knots.length && !groups.length" class="mt-4">No knot here goes by “{{ words }}”. Try another of its names.</p>
    <template v-for="g in groups" :key="g.says">
      <h2 class="mt-4">{{ g.says }}</h2>
      <ul class="knots">
        <li v-for="k in g.knots" :key="k.id">
          <RouterLink :to="`/knots/${k.id}`"><KnotFigure :knot="k.id" /><b>{{ k.name }}</b><span class="sub">{{ k.also[0] ?? `${k.moves} moves` }}</span></RouterLink>
        </li>
      </ul>
    </template>
  </section>
</template>
