<script setup lang="ts">
// Things made of cord: what there is to make, and what one of a wanted size takes for a class.
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useAsked } from '../../api/asked'
import { useCatalogue } from '../../api/catalogue'
import { api, got } from '../../api/client'
import { byItself } from '../../app/told'
import NotCome from '../../ui/NotCome.vue'
import CuttingPlan from '../cord/CuttingPlan.vue'
import '../../styles/projects.css'

const route = useRoute()
const catalogue = useCatalogue()
const id = computed(() => String(route.params.project ?? ''))
const { answer: all, trouble: noList, again: listAgain } = useAsked(() => got(api.GET('/api/projects')))
const kind = ref('paracord-iii')
const learners = ref(1)
/** Sizes as they were typed; its usual ones where nothing was. */
const sizes = ref<(string | undefined)[]>([])
const query = computed(() => ({
  kind: kind.value,
  ...Object.fromEntries(sizes.value.flatMap((s, i) => (s?.trim() ? [[`size_${i}`, s]] : []))),
}))
const path = computed(() => ({ id: id.value }))
const {
  answer: one,
  trouble,
  again,
} = useAsked(async () => (id.value ? await got(api.GET('/api/projects/{id}', { params: { path: path.value, query: query.value } })) : null))
watch(id, () => {
  sizes.value = []
  byItself(again())
})
watch(query, () => byItself(again()))
const type = (i: number, e: Event) => {
  const next = [...sizes.value]
  next[i] = (e.target as HTMLInputElement).value
  sizes.value = next
}
const cutting = (asked: { spool_m: number; bag?: string; join?: boolean }, signal: AbortSignal) => {
  const all = { ...asked, ...query.value, learners: Number(learners.value) }
  return got(api.GET('/api/projects/{id}/cutting', { params: { path: path.value, query: all }, signal }))
}
const what = computed(() => JSON.stringify([id.value, query.value, learners.value]))
</script>

<template>
  <section class="page projects">
    <h1>Made of cord</h1>
    <p>Bars, chains, mats and nets: a lesson for cold hands, and cord carried for need. Each says what it takes and what it gives back.</p>
    <NotCome what="The list of projects" :trouble="noList" @again="listAgain" />
    <div v-if="all" class="project-cols">
      <nav aria-label="Projects">
        <ul>
          <li v-for="p in all" :key="p.id">
            <RouterLink :to="`/teach/projects/${p.id}`" :aria-current="p.id === id ? 'page' : undefined">
              <b>{{ p.name }}</b>
              <!-- eslint-disable-next-line vue/no-v-html -- the server alone draws it -->
              <span v-if="p.svg" class="project-drawn" v-html="p.svg" />
            </RouterLink>
          </li>
        </ul>
      </nav>
      <div>
        <p v-if="!id">Take one: its cord, its time and its moves stand here.</p>
        <NotCome what="The project" :trouble="one ? '' : trouble" @again="again" />
        <p v-if="one && trouble" class="trouble" role="alert">{{ trouble }}</p>
        <article v-if="one" class="project">
          <h2>{{ one.name }}</h2>
          <p>{{ one.about }}</p>
          <!-- eslint-disable-next-line vue/no-v-html -- the server alone draws it -->
          <div v-if="one.svg" class="project-drawn cloth" v-html="one.svg" />
          <form class="project-asked" @submit.prevent>
            <label v-for="(s, i) in one.sizes" :key="s.what"
              >{{ s.what }}
              <input class="form-control" :value="sizes[i] ?? s.value" maxlength="40" autocomplete="off" @change="type(i, $event)"
            /></label>
            <label
              >Cord
              <select v-model="kind" class="form-select">
                <option v-for="k in catalogue.lists.cords" :key="k.id" :value="k.id">{{ k.name }}</option>
              </select></label
            >
            <label>Learners <BFormInput v-model="learners" type="number" min="1" max="60" /></label>
          </form>
          <!-- What was refused has no plan; the one before it is not this one's. -->
          <template v-if="!trouble">
            <h3>What one takes</h3>
            <ul class="project-cords">
              <li v-for="c in one.plan.cords" :key="c.name">
                <b>{{ c.name }}: {{ c.length }}</b> <span class="sub">{{ c.spans }}</span>
              </li>
            </ul>
            <p v-for="b in one.plan.because" :key="b" class="sub">{{ b }}</p>
            <p>{{ one.plan.cells }}. {{ one.plan.time }}</p>
            <p>
              <b>{{ one.in_one_go ? 'It runs out in one go.' : 'It does not run out in one go.' }}</b> {{ one.plan.undone }}
            </p>
          </template>
          <div class="project-how">
            <section>
              <h3>How it is made</h3>
              <ol>
                <li v-for="m in one.moves" :key="m">{{ m }}</li>
              </ol>
            </section>
            <section>
              <h3>What it teaches</h3>
              <ul>
                <li v-for="l in one.lessons" :key="l">{{ l }}</li>
              </ul>
              <p>
                Its knots:
                <template v-for="(k, i) in one.knots" :key="k.id"
                  ><template v-if="i">, </template><RouterLink :to="`/knots/${k.id}`">{{ k.name }}</RouterLink></template
                >.
              </p>
            </section>
          </div>
          <CuttingPlan v-if="!trouble" :key="what" :ask="cutting" />
        </article>
      </div>
    </div>
  </section>
</template>
