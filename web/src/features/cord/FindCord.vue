<script setup lang="ts">
// A piece of the kit found by what it must do: how long, under what pull, doing what.
import { computed, ref } from 'vue'
import { useCatalogue } from '../../api/catalogue'
import { api, got, words, type Schemas } from '../../api/client'

const catalogue = useCatalogue()
const asked = ref({ length: '', pull: '', work: 'strung' as Schemas['LineWork'], wet: false })
const units = computed(() => catalogue.lists.typed_in)
const found = ref<Schemas['LookedAt'][]>()
const trouble = ref('')
const works = computed(() => catalogue.lists.works.map((w) => ({ value: w.work, text: w.words })))

async function find() {
  trouble.value = ''
  try {
    found.value = await got(api.GET('/api/kit/find', { params: { query: asked.value } }))
  } catch (e) {
    found.value = undefined
    trouble.value = words(e)
  }
}
const serving = computed(() => found.value?.filter((f) => f.serves) ?? [])
const others = computed(() => found.value?.filter((f) => !f.serves) ?? [])
</script>

<template>
  <details class="find-cord">
    <summary>Find a piece by what it must do</summary>
    <form class="inline-form" @submit.prevent="find">
      <label>At least <BFormInput v-model="asked.length" required autocomplete="off" :placeholder="`so many ${units.length}`" /></label>
      <label>under a pull of <BFormInput v-model="asked.pull" required autocomplete="off" :placeholder="`so many ${units.pull}`" /></label>
      <label>that is <BFormSelect v-model="asked.work" :options="works" /></label>
      <label class="tick"><input v-model="asked.wet" type="checkbox" class="form-check-input" /> in the wet</label>
      <BButton type="submit" class="btn-tar">Find it</BButton>
    </form>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div v-if="found" role="status">
      <p v-if="!serving.length"><b>Nothing in the kit does that.</b> Why not, piece by piece:</p>
      <ul class="found">
        <li v-for="f in serving" :key="f.piece.id">
          <RouterLink :to="`/cord/${f.piece.id}`">{{ f.piece.named }}</RouterLink><template v-if="f.piece.place"
            >, {{ f.piece.place }}</template
          >. {{ f.says }}
        </li>
      </ul>
      <details v-if="others.length" :open="!serving.length">
        <summary>{{ others.length === 1 ? 'One piece' : `${others.length} pieces` }} that will not do</summary>
        <ul class="found">
          <li v-for="f in others" :key="f.piece.id">
            <RouterLink :to="`/cord/${f.piece.id}`">{{ f.piece.name }}</RouterLink>. {{ f.says }}
          </li>
        </ul>
      </details>
    </div>
  </details>
</template>
