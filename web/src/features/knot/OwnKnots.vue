<script setup lang="ts">
// Own knots in the notation: checked, drawn, named, kept.
import { onBeforeUnmount, onMounted, ref } from 'vue'
import { useAttempt } from '../../api/attempt'
import { whenBack } from '../../api/away'
import { api, got, unanswered, words as said, type OwnKnot, type OwnProof } from '../../api/client'
import KnotFigure from '../../rope/KnotFigure.vue'
import OwnDrawnUp from './OwnDrawnUp.vue'

const all = ref<OwnKnot[]>([])
const proofs = ref<Record<number, OwnProof>>({})
const unproved = ref<Record<number, string>>({})
const fresh = ref({ name: '', path: '' })
const gone = ref<OwnKnot>()
const example = 'rope A\n flat -18,0 2,0 8,4 4,10 -2,8 -4,0 o -2,-6 2,-6 2.4,0 u 2.8,6 2.8,9.5 o 2.8,18'

const { trouble, attempt } = useAttempt(load)

async function load() {
  all.value = await got(api.GET('/api/own-knots'))
  // A path may be too tangled to prove: that is said beside it, and hurts nothing else.
  for (const k of all.value) {
    try {
      proofs.value[k.id] ??= await got(api.GET('/api/own-knots/{id}/proof', { params: { path: { id: k.id } } }))
    } catch (e) {
      if (unanswered(e)) throw e
      unproved.value[k.id] = said(e)
    }
  }
}
const begin = () => attempt(async () => undefined)
onMounted(begin)
onBeforeUnmount(whenBack(() => (trouble.value ? begin() : undefined)))
const keep = () =>
  attempt(async () => {
    await got(api.POST('/api/own-knots', { body: fresh.value }))
    fresh.value = { name: '', path: '' }
  })
async function remove(k: OwnKnot) {
  await attempt(async () => {
    await got(api.DELETE('/api/own-knots/{id}', { params: { path: { id: k.id } } }))
    gone.value = k
  })
}
async function undo() {
  const k = gone.value
  gone.value = undefined
  if (k) await attempt(() => got(api.POST('/api/own-knots/{id}/restore', { params: { path: { id: k.id } } })))
}
</script>

<template>
  <section class="page">
    <div class="page-head">
      <h1>Own knots</h1>
      <RouterLink to="/knots">All knots</RouterLink>
    </div>
    <div v-if="gone" class="put-away">
      <span>“{{ gone.name }}” is taken away.</span><BButton class="btn-tab" @click="undo">Bring it back</BButton>
    </div>
    <ul v-if="all.length" class="own">
      <li v-for="k in all" :key="k.id" class="cloth">
        <KnotFigure class="own-figure" :from="`/api/own-knots/${k.id}/figure.svg`" />
        <div>
          <h2>{{ k.name }}</h2>
          <p v-if="proofs[k.id]">
            {{ proofs[k.id]!.is }}. <span class="sub">{{ proofs[k.id]!.crossings }} crossings. {{ proofs[k.id]!.leaves }}</span>
          </p>
          <p v-else-if="unproved[k.id]"><b class="v no">Not proved</b> {{ unproved[k.id] }}</p>
          <details>
            <summary>Its path</summary>
            <pre>{{ k.path }}</pre>
          </details>
          <BButton class="btn-bare ps-0" @click="remove(k)">Take away</BButton>
        </div>
        <OwnDrawnUp :key="k.path" :own="k" />
      </li>
    </ul>
    <form class="own-form" @submit.prevent="keep">
      <h2>{{ all.length ? 'Add another' : 'None yet. Write the first' }}</h2>
      <p class="sub">
        One rope, its waypoints in rope diameters, o or u wherever it crosses what is already laid. Every knot here offers its own path to
        begin from.
      </p>
      <label>Name <BFormInput v-model="fresh.name" maxlength="80" required /></label>
      <label>Path <BFormTextarea v-model="fresh.path" rows="6" required spellcheck="false" /></label>
      <p v-if="trouble" class="trouble m-0" role="alert">{{ trouble }}</p>
      <div class="do">
        <BButton type="submit" class="btn-tar">Check and keep</BButton
        ><BButton class="btn-bare" @click="fresh = { name: fresh.name || 'A turn and a half', path: example }">Fill in an example</BButton>
      </div>
    </form>
  </section>
</template>
