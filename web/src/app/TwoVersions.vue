<script setup lang="ts">
// Two windows changed the same thing: both stand side by side, part by part, and the person chooses.
import { computed, ref, watch } from 'vue'
import { words } from '../api/client'
import { differing, useOutbox, type Versioned } from './outbox'

const props = defineProps<{
  /** Where it is kept. */
  path: string
  /** What it is called, as in "this joint". */
  what: string
  /** Its parts: what each is called, and how its value reads. */
  parts: { field: string; says: string; reads?: (value: never) => string }[]
}>()
const emit = defineEmits<{ stands: [value: never] }>()
const outbox = useOutbox()
const two = computed(() => outbox.at(props.path))
const fields = computed(() => (two.value?.newer ? differing(two.value.body, two.value.body, two.value.newer) : []))
const trouble = ref('')
/** Parts taken from the other window. */
const theirs = ref<string[]>([])
// Parts only the other window changed are theirs to begin with.
watch(
  fields,
  (now) => {
    const w = two.value
    const mine = w ? differing(w.body, w.base, w.body) : []
    theirs.value = now.filter((f) => !mine.includes(f))
  },
  { immediate: true },
)

const part = (field: string) => props.parts.find((p) => p.field === field)
function reads(field: string, value: unknown) {
  const p = part(field)
  return (p?.reads ? p.reads(value as never) : String((value as string | null | undefined) ?? '')) || 'nothing'
}
const side = (field: string, other: boolean) => (theirs.value = other ? [...theirs.value, field] : theirs.value.filter((f) => f !== field))

async function stand(taken: string[]) {
  const w = two.value
  if (!w?.newer) return
  const { newer } = w
  trouble.value = ''
  const chosen: Versioned = { ...w.body, ...Object.fromEntries(taken.map((f) => [f, newer[f]])) }
  try {
    const now = await outbox.choose(props.path, chosen)
    emit('stands', (now ?? chosen) as never)
  } catch (e) {
    trouble.value = words(e)
  }
}
</script>

<template>
  <section v-if="two?.newer" class="two-versions" role="alert">
    <h2>Another window changed {{ what }} meanwhile</h2>
    <p>Yours is kept in this browser and not written over. Choose what is to stand.</p>
    <table>
      <thead>
        <tr>
          <th><span class="visually-hidden">Part</span></th>
          <th>Yours</th>
          <th>The other window's</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="f in fields" :key="f">
          <th scope="row">{{ part(f)?.says ?? f }}</th>
          <td>
            <label
              ><input
                type="radio"
                class="form-check-input"
                :name="`${path} ${f}`"
                :checked="!theirs.includes(f)"
                @change="side(f, false)" />
              {{ reads(f, two.body[f]) }}</label
            >
          </td>
          <td>
            <label
              ><input type="radio" class="form-check-input" :name="`${path} ${f}`" :checked="theirs.includes(f)" @change="side(f, true)" />
              {{ reads(f, two.newer[f]) }}</label
            >
          </td>
        </tr>
      </tbody>
    </table>
    <p class="two-do">
      <BButton class="btn-tar" @click="stand(theirs)">Keep what is marked</BButton>
      <BButton class="btn-tab" @click="stand([])">All of mine</BButton>
      <BButton class="btn-tab" @click="stand(fields)">All of theirs</BButton>
    </p>
    <p v-if="trouble" class="trouble">{{ trouble }}</p>
  </section>
</template>
