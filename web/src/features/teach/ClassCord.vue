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
const cutting = (spool_m: number) =>
  got(api.GET('/api/courses/{id}/cutting', { params: { path: path.value, query: { spool_m, kind: kind.value, second: second.value } } }))
const ticket = (spool_m: number) =>
  `/api/courses/${id.value}/cutting.pdf?spool_m=${spool_m}&kind=${encodeURIComponent(kind.value)}&second=${encodeURIComponent(second.value)}`
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
          <option v-for="k in catalogue.lists.cords" :key="k.id" :value="k.id" :disabled="k.id === second">{{ k.name }}</option>
        </select></label
      >
      <label
        >The other colour from
        <select v-model="second" class="form-select">
          <option v-for="k in catalogue.lists.cords" :key="k.id" :value="k.id" :disabled="k.id === kind">{{ k.name }}</option>
        </select></label
      >
    </div>
    <CuttingPlan :key="`${kind} ${second}`" :ask="cutting" :ticket="ticket" />
  </section>
</template>
