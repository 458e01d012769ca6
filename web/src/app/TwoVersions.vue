<script setup lang="ts">
// Two windows changed the same thing: both stand side by side, part by part, and the person chooses.
import { computed, ref, watch } from 'vue'
import { words } from '../api/client'
import { differing, useOutbox, type Part, type Versioned } from './outbox'

const props = defineProps<{
  /** Where it is kept. */
  path: string
  /** What it is called, as in "this joint". */
  what: string
  /** Its parts: what each is called, and how its value reads. */
  parts: Part[]
}>()
const emit = defineEmits<{ stands: [value: never] }>()
const outbox = useOutbox()
const two = computed(() => outbox.at(props.path))
const fields = computed(() => (two.value?.newer ? differing(two.value.body, two.value.body, two.value.newer) : []))
const trouble = ref('')
// It comes into view where the person is.
const box = ref<HTMLElement>()
watch(box, (it) => it?.scrollIntoView({ block: 'nearest' }))
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
/** Each part in words, on both sides: pieces, of which those the other side has not are marked. */
const said = ref<Record<string, [string[], string[]]>>({})
async function read(field: string, mine: unknown, other: unknown): Promise<string[]> {
  const reads = part(field)?.reads
  try {
    const pieces = reads ? await reads(mine as never, other as never) : String((mine as string | null | undefined) ?? '')
    const all = typeof pieces === 'string' ? [pieces] : pieces
    return all.some(Boolean) ? all : ['nothing']
  } catch (e) {
    return [words(e)]
  }
}
watch(
  [fields, two],
  async ([now, w]) => {
    const newer = w?.newer
    if (!newer) return
    const both = now.map(async (f): Promise<[string, [string[], string[]]]> => [
      f,
      [await read(f, w.body[f], newer[f]), await read(f, newer[f], w.body[f])],
    ])
    said.value = Object.fromEntries(await Promise.all(both))
  },
  { immediate: true },
)
const marked = (field: string, side: 0 | 1) => {
  const [mine, other] = side ? [...(said.value[field] ?? [[], []])].reverse() : (said.value[field] ?? [[], []])
  const alone = mine?.length === 1
  const gap = (piece: string, i: number) => (i > 0 && !/^[.,]/.test(piece) ? ' ' : '')
  return (mine ?? []).map((piece, i) => ({ piece: gap(piece, i) + piece, only: !alone && !other?.includes(piece) }))
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
  <section v-if="two?.newer" ref="box" class="two-versions" role="alert">
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
              <component :is="m.only ? 'b' : 'span'" v-for="(m, i) in marked(f, 0)" :key="i">{{ m.piece }}</component></label
            >
          </td>
          <td>
            <label
              ><input type="radio" class="form-check-input" :name="`${path} ${f}`" :checked="theirs.includes(f)" @change="side(f, true)" />
              <component :is="m.only ? 'b' : 'span'" v-for="(m, i) in marked(f, 1)" :key="i">{{ m.piece }}</component></label
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
