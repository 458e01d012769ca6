<script setup lang="ts">
// Cord for a class over its whole course: what each learner is given, and which piece of the kit it is cut from.
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { useAsked } from '../../api/asked'
import { useCatalogue } from '../../api/catalogue'
import { api, got } from '../../api/client'
import NotCome from '../../ui/NotCome.vue'
import CuttingPlan from '../cord/CuttingPlan.vue'
import '../../styles/piece.css'

const route = useRoute()
const id = computed(() => Number(route.params.course))
const catalogue = useCatalogue()
const kind = ref('braid-polyester-6')
const second = ref('braid-nylon-6')
const path = computed(() => ({ id: id.value }))
const { answer: cords, trouble, again } = useAsked(() => got(api.GET('/api/courses/{id}/cords', { params: { path: path.value } })))
const colour = ref('')
const secondColour = ref('')
const { answer: kit } = useAsked(() => got(api.GET('/api/cords')))
const coloursOf = (kind: string) =>
  [...new Set((kit.value ?? []).filter((c) => c.kind === kind).map((c) => c.colour))].filter(Boolean).sort()
const kinds = computed(() => ({
  kind: kind.value,
  second: second.value,
  ...(colour.value && { colour: colour.value }),
  ...(secondColour.value && { second_colour: secondColour.value }),
}))
const cutting = (query: { spool_m: number; bag?: string; join?: boolean }, signal: AbortSignal) =>
  got(api.GET('/api/courses/{id}/cutting', { params: { path: path.value, query: { ...query, ...kinds.value } }, signal }))
const file = (ending: string) => `/api/courses/${id.value}/cutting.${ending}?${new URLSearchParams(kinds.value).toString()}`
</script>

<template>
  <section class="page">
    <h1>Cord of the course</h1>
    <p><RouterLink :to="`/teach/${id}`">Back to the course</RouterLink></p>
    <NotCome what="The cord of the course" :trouble="trouble" @again="again" />
    <ul v-if="cords" class="listed">
      <li v-for="c in cords" :key="c">{{ c }}</li>
    </ul>
    <div class="cut-from">
      <label
        >Cut from
        <select v-model="kind" class="form-select">
          <option v-for="k in catalogue.lists.cords" :key="k.id" :value="k.id">{{ k.name }}</option>
        </select></label
      >
      <label v-if="coloursOf(kind).length"
        >in
        <select v-model="colour" class="form-select">
          <option value="">any colour</option>
          <option v-for="c in coloursOf(kind)" :key="c" :value="c">{{ c }}</option>
        </select></label
      >
      <label
        >The other colour from
        <select v-model="second" class="form-select">
          <option v-for="k in catalogue.lists.cords" :key="k.id" :value="k.id">{{ k.name }}</option>
        </select></label
      >
      <label v-if="coloursOf(second).length"
        >in
        <select v-model="secondColour" class="form-select">
          <option value="">any colour</option>
          <option v-for="c in coloursOf(second)" :key="c" :value="c">{{ c }}</option>
        </select></label
      >
    </div>
    <CuttingPlan :key="JSON.stringify(kinds)" :ask="cutting" :file="file" />
  </section>
</template>
