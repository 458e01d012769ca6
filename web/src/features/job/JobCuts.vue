<script setup lang="ts">
// All rigs of a job together: one cut list, sums by cord, and what several of them are made fast to.
import { useAsked } from '../../api/asked'
import { api, got } from '../../api/client'
import NotCome from '../../ui/NotCome.vue'
import CuttingPlan from '../cord/CuttingPlan.vue'
import CutList from '../rig/CutList.vue'
import '../../styles/rig.css'

const props = defineProps<{ job: number }>()
const cutting = (query: { spool_m: number; bag?: string; join?: boolean }, signal: AbortSignal) =>
  got(api.GET('/api/jobs/{id}/cutting', { params: { path: { id: props.job }, query }, signal }))
const file = (ending: string) => `/api/jobs/${props.job}/cutting.${ending}`
const { answer: all, trouble, again } = useAsked(() => got(api.GET('/api/jobs/{id}/cuts', { params: { path: { id: props.job } } })))
</script>

<template>
  <section class="totals">
    <h2>Cord of its rigs</h2>
    <NotCome what="The cut list" :trouble="trouble" @again="again" />
    <template v-if="all">
      <ul>
        <li v-for="t in all.totals" :key="t.cord">
          <b>{{ t.words }}</b> {{ t.cord }} <span class="sub">in {{ t.lines }} {{ t.lines === 1 ? 'line' : 'lines' }}</span>
        </li>
      </ul>
      <template v-if="all.shared.length">
        <h2 class="mt-3">Held by the same</h2>
        <ul class="held-by-same">
          <li v-for="s in all.shared" :key="s.name"><b v-if="s.may_give" class="v no">Mind</b> {{ s.says }}</li>
        </ul>
      </template>
      <CuttingPlan :ask="cutting" :file="file" />
      <details v-for="r in all.rigs" :key="r.kind">
        <summary>{{ r.name }}</summary>
        <p v-if="r.impossible" class="trouble">{{ r.impossible }}</p>
        <CutList v-else :cuts="r.cuts" :needs="[]" />
      </details>
    </template>
  </section>
</template>
