<script setup lang="ts">
// One piece of cord: what it is, what may be done with it, how it is kept, and everything that happened to it.
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { useAsked } from '../../api/asked'
import { useAttempt } from '../../api/attempt'
import { useCatalogue } from '../../api/catalogue'
import { api, got, type Schemas } from '../../api/client'
import NotCome from '../../ui/NotCome.vue'
import '../../styles/piece.css'

const route = useRoute()
const catalogue = useCatalogue()
const path = computed(() => ({ id: Number(route.params.piece) }))
const {
  answer,
  trouble: notCome,
  again,
} = useAsked(async () => {
  const params = { path: path.value }
  const [piece, history, care] = await Promise.all([
    got(api.GET('/api/cords/{id}', { params })),
    got(api.GET('/api/cords/{id}/history', { params })),
    got(api.GET('/api/cords/{id}/care', { params })),
  ])
  return { piece, history, care }
})
const { trouble, attempt } = useAttempt(again)
const piece = computed(() => answer.value?.piece)
const kind = computed(() => catalogue.lists.cords.find((k) => k.id === piece.value?.kind))
const fresh = ref({ cut: '', name: '', to: '', place: '', reason: '', who: '', note: '' })
const cutOff = ref<Schemas['KitCord']>()

/** Does something with it, and writes down who did. */
function deed(what: Schemas['Deed']) {
  return attempt(async () => {
    const { who, note } = fresh.value
    const body = { deed: what, who, note, version: piece.value?.version ?? 0 }
    const done = await got(api.POST('/api/cords/{id}/deeds', { params: { path: path.value }, body }))
    cutOff.value = done.cut_off ?? undefined
    fresh.value = { ...fresh.value, cut: '', name: '', to: '', place: '', reason: '', note: '' }
  })
}
function cut() {
  const length_m = Number(fresh.value.cut.trim().replace(',', '.'))
  if (!fresh.value.cut.trim() || Number.isNaN(length_m)) {
    trouble.value = 'Give the length in metres as a number, such as 2.5.'
    return
  }
  return deed({ what: 'cut', length_m, name: fresh.value.name })
}
const day = (at: string) => new Date(at).toLocaleDateString(undefined, { day: 'numeric', month: 'short', year: 'numeric' })
const standing = computed(() => {
  const p = piece.value
  if (!p) return ''
  if (p.retired) return `Retired: ${p.retired}.`
  return p.held_by ? `Out with ${p.held_by}.` : p.place ? `At its place: ${p.place}.` : 'In the kit.'
})
const facts = computed(() => {
  const p = piece.value
  return p
    ? [kind.value?.name, p.colour, p.ends && `ends ${p.ends}`, p.worn && 'worn: take three quarters of its strength']
        .filter(Boolean)
        .join(', ')
    : ''
})
</script>

<template>
  <section class="page piece">
    <NotCome what="The piece" :trouble="notCome" @again="again" />
    <template v-if="answer && piece">
      <p><RouterLink to="/cord">All cord</RouterLink></p>
      <h1>{{ piece.name }}, {{ piece.length_m.toFixed(2) }} m</h1>
      <p>
        {{ facts }}. <b :class="{ 'v no': piece.retired, 'v mid': piece.held_by }">{{ standing }}</b> {{ piece.note }}
      </p>
      <p v-if="cutOff" role="status">
        Cut: <RouterLink :to="`/cord/${cutOff.id}`">{{ cutOff.name }}</RouterLink>, {{ cutOff.length_m }} m. Finish both raw ends.
      </p>
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <div class="piece-cols">
        <section v-if="!piece.retired" class="deeds" aria-label="What is done with it">
          <h2>What is done with it</h2>
          <label>Done by <BFormInput v-model="fresh.who" maxlength="80" autocomplete="off" placeholder="a name, if you like" /></label>
          <form v-if="!piece.held_by" @submit.prevent="cut">
            <label>Cut off, m <BFormInput v-model="fresh.cut" inputmode="decimal" autocomplete="off" /></label>
            <label>called <BFormInput v-model="fresh.name" maxlength="80" required autocomplete="off" /></label>
            <BButton type="submit" class="btn-tab">Cut it</BButton>
          </form>
          <form v-if="piece.held_by" @submit.prevent="deed({ what: 'returned', place: fresh.place })">
            <label>Back to <BFormInput v-model="fresh.place" maxlength="80" autocomplete="off" :placeholder="piece.place" /></label>
            <BButton type="submit" class="btn-tab">Take it back</BButton>
          </form>
          <form v-else @submit.prevent="deed({ what: 'issued', to: fresh.to })">
            <label>Give it to <BFormInput v-model="fresh.to" maxlength="80" required autocomplete="off" /></label>
            <BButton type="submit" class="btn-tab">Give it out</BButton>
          </form>
          <div v-if="!piece.held_by" class="look-over">
            <h3>Look it over</h3>
            <ul>
              <li v-for="c in answer.care.checks" :key="c">{{ c }}</li>
            </ul>
            <p class="sub">{{ answer.care.when }}</p>
            <BButton class="btn-tab" @click="deed({ what: 'inspected', worn: false })">It is sound</BButton>
            <BButton class="btn-tab" @click="deed({ what: 'inspected', worn: true })">It is worn</BButton>
          </div>
          <form @submit.prevent="deed({ what: 'retired', reason: fresh.reason })">
            <label>Retire it, because <BFormInput v-model="fresh.reason" maxlength="80" required autocomplete="off" /></label>
            <BButton type="submit" class="btn-tab">Retire it</BButton>
          </form>
          <p><RouterLink to="/cord">Change its name, kind or length in the list</RouterLink></p>
        </section>
        <section aria-label="How it is kept">
          <h2>Made up</h2>
          <p>
            <b>{{ answer.care.hank.says }}</b>
          </p>
          <ol>
            <li v-for="s in answer.care.hank.steps" :key="s">{{ s }}</li>
          </ol>
          <p v-if="answer.care.hank.otherwise" class="sub">{{ answer.care.hank.otherwise }}</p>
          <p class="sub">
            Runs out in {{ Math.round(answer.care.hank.runs_out_s[0] ?? 0) }} to {{ Math.round(answer.care.hank.runs_out_s[1] ?? 0) }} s,
            est.
          </p>
          <h2>Its ends</h2>
          <p v-for="e in answer.care.ends" :key="e">{{ e }}</p>
        </section>
        <section aria-label="What happened to it">
          <h2>What happened to it</h2>
          <ol class="ledger">
            <li v-for="(e, i) in answer.history" :key="i">
              <time :datetime="e.at">{{ day(e.at) }}</time><span
                >{{ e.says }} {{ e.note }}<small v-if="e.who"> {{ e.who }}</small></span
              >
            </li>
          </ol>
        </section>
      </div>
    </template>
  </section>
</template>
