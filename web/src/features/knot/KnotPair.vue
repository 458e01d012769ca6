<script setup lang="ts">
// Two knots side by side, with what tells them apart.
import { computed, ref, watch } from 'vue'
import { api, got, type KnotWords } from '../../api/client'
import KnotFigure from '../../rope/KnotFigure.vue'

const props = defineProps<{ pair: string[] }>()
defineEmits<{ close: [] }>()
const knots = ref<KnotWords[]>([])
watch(
  () => props.pair.join(),
  async () => (knots.value = await Promise.all(props.pair.map((id) => got(api.GET('/api/knots/{id}', { params: { path: { id } } }))))),
  { immediate: true },
)
const percent = (x: number) => Math.round(x * 100)
const rows = computed(() => [
  { of: 'For', is: knots.value.map((k) => k.about) },
  { of: 'Look for', is: knots.value.map((k) => k.telltales.join('; ')) },
  { of: 'Lets go', is: knots.value.map((k) => k.lets_go) },
  { of: 'Object gone, ends pulled', is: knots.value.map((k) => `${k.release.ends} ${k.release.because}`) },
  {
    of: 'Tied',
    is: knots.value.map(
      (k) => `${k.in_the_bight ? 'Also in the bight' : 'With an end'}, ${k.steps.length} moves${k.mittens ? ', in mittens' : ''}`,
    ),
  },
  {
    of: 'Keeps',
    is: knots.value.map((k) => `${percent(k.strength_kept.low)} to ${percent(k.strength_kept.high)} % of the cord’s strength, est.`),
  },
])
</script>

<template>
  <section class="compare mt-4" aria-label="Side by side">
    <div class="ground-head">
      <h2>{{ knots.length < 2 ? 'Choose another to lay beside it' : 'Side by side' }}</h2>
      <BButton class="btn-bare" @click="$emit('close')">Close</BButton>
    </div>
    <div class="compare-scroll">
      <table>
        <thead>
          <tr>
            <th scope="col"><span class="visually-hidden">What</span></th>
            <th v-for="k in knots" :key="k.id" scope="col">
              <RouterLink :to="`/knots/${k.id}`">{{ k.name }}</RouterLink><KnotFigure class="compare-draw" :knot="k.id" :drawn-up="1" />
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in rows" :key="r.of">
            <th scope="row">{{ r.of }}</th>
            <td v-for="(w, i) in r.is" :key="i">{{ w }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>
