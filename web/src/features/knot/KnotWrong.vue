<script setup lang="ts">
// Right beside wrong: every action that can be done wrong, what it makes, drawn. Press a crossing to try one.
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import IconBack from '~icons/lucide/arrow-left'
import { useAsked } from '../../api/asked'
import { byItself } from '../../app/told'
import { api, got, type Found, type KnotWords, type MisstepWords, words as said } from '../../api/client'
import KnotFigure from '../../rope/KnotFigure.vue'
import { useObject } from './object'

const route = useRoute()
const router = useRouter()
const object = useObject()
const knot = ref<KnotWords>()
const all = ref<MisstepWords[]>([])
const found = ref<Found>()
const trouble = ref('')

const id = computed(() => String(route.params.id))
/** Crossings changed, or one misstep of the list. */
const wrong = computed(() => String(route.query.wrong ?? ''))
const chosen = computed(() => all.value.find((m) => m.id === wrong.value))
const crossings = computed(() => (wrong.value ? wrong.value.split(',') : []))
const steps = computed(() => {
  const numbers = [...new Set(all.value.map((m) => m.step))]
  return numbers.map((n) => ({ n, short: knot.value?.steps[n - 1]?.short ?? '', missteps: all.value.filter((m) => m.step === n) }))
})

const show = (words: string) => byItself(router.replace({ query: words ? { wrong: words } : {} }))
function press(crossing: string) {
  const now = crossings.value.every((c) => /^[A-Z]+\d+$/.test(c)) ? crossings.value : []
  const next = now.includes(crossing) ? now.filter((c) => c !== crossing) : [...now, crossing]
  show(next.join(','))
}

async function name() {
  found.value = undefined
  trouble.value = ''
  if (!wrong.value) return
  try {
    found.value = await got(api.POST('/api/identify', { body: { changed: { knot: id.value, crossings: crossings.value } } }))
  } catch (e) {
    trouble.value = said(e)
  }
}
async function load() {
  const path = { params: { path: { id: id.value } } }
  knot.value = await got(api.GET('/api/knots/{id}', path))
  all.value = await got(api.GET('/api/knots/{id}/missteps', path))
  if (!wrong.value && all.value.length) show((all.value.find((m) => m.named) ?? all.value[0]!).id)
}
const { trouble: missing, again } = useAsked(load)
watch(id, again)
watch(wrong, name, { immediate: true })
</script>

<template>
  <section v-if="knot" class="wrongs">
    <div class="wrongs-head">
      <BButton class="btn-tab" :to="`/knots/${knot.id}`"
        ><IconBack class="i" /> <span>{{ knot.name }}</span></BButton
      >
      <h1>
        Right and wrong<span v-if="knot" class="visually-hidden">: {{ knot.name }}</span>
      </h1>
    </div>
    <figure class="wrong-draw cloth">
      <figcaption><b class="v ok">Right</b> {{ knot.name }}</figcaption>
      <KnotFigure class="wrong-figure" :knot="knot.id" :on="object.on" pressed @press="press" />
      <p class="sub">Press a crossing to lay it the other way.</p>
    </figure>
    <figure class="wrong-draw cloth">
      <figcaption aria-live="polite">
        <template v-if="wrong"><b class="v no">Wrong</b> {{ (found?.says ?? chosen?.makes ?? '').replace(/\.$/, '') }}</template
        ><template v-else>Nothing changed yet</template>
      </figcaption>
      <KnotFigure v-if="wrong && !trouble" class="wrong-figure" :knot="knot.id" :wrong="wrong" :on="object.on" pressed @press="press" />
      <p v-if="chosen?.so" class="sub">{{ chosen.so }}</p>
      <p v-else-if="found?.near[0]" class="sub">{{ found.near[0].differs }}</p>
      <p v-if="found?.knots[0] && found.knots[0] !== knot.id"><RouterLink :to="`/knots/${found.knots[0]}`">Open it</RouterLink></p>
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    </figure>
    <aside class="wrong-list">
      <p v-if="!all.length" class="sub">No single action makes another knot of this one.</p>
      <template v-for="s in steps" :key="s.n">
        <h2>{{ s.n }} {{ s.short }}</h2>
        <ul>
          <li v-for="m in s.missteps" :key="m.id">
            <button type="button" :class="{ on: m.id === wrong }" :aria-pressed="m.id === wrong" @click="show(m.id)">
              <span>{{ m.done }}</span><b>{{ m.makes }}</b>
            </button>
          </li>
        </ul>
      </template>
    </aside>
  </section>
  <section v-else-if="trouble || missing" class="page">
    <h1>{{ trouble || missing }}</h1>
    <p class="mt-3"><RouterLink to="/knots">All knots</RouterLink></p>
  </section>
</template>
