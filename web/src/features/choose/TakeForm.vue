<script setup lang="ts">
// Takes a knot chosen for its own sake into a job, as a named joint.
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useAsked } from '../../api/asked'
import { api, got, words, type KnotAnswer } from '../../api/client'
import NotCome from '../../ui/NotCome.vue'
import { useSituation } from './situation'

const props = defineProps<{ answer: KnotAnswer }>()
const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const situation = useSituation()
const open = ref(true)
const { answer: jobs, trouble: notCome, again } = useAsked(() => got(api.GET('/api/jobs')))
const job = ref<number | 'new'>('new')
const newName = ref('')
const name = ref('')
const trouble = ref('')
const choices = computed(() => [...(jobs.value ?? []).map((j) => ({ value: j.id, text: j.name })), { value: 'new', text: 'A new job' }])

watch(jobs, (all) => (job.value = all?.[0]?.id ?? 'new'))

async function take() {
  trouble.value = ''
  try {
    const id = job.value === 'new' ? (await got(api.POST('/api/jobs', { body: { name: newName.value } }))).id : Number(job.value)
    await got(
      api.POST('/api/jobs/{id}/joints', {
        params: { path: { id } },
        body: { name: name.value, situation: situation.draft, knot: props.answer.id },
      }),
    )
    emit('close')
    await router.push(`/jobs/${id}`)
  } catch (e) {
    trouble.value = words(e)
  }
}
</script>

<template>
  <BModal v-model="open" :title="`Take the ${answer.name}`" no-footer @hidden="emit('close')">
    <form class="take" @submit.prevent="take">
      <NotCome what="The list of jobs" :trouble="notCome" @again="again" />
      <label for="take-job">Into the job</label>
      <BFormSelect id="take-job" v-model="job" :options="choices" />
      <template v-if="job === 'new'">
        <label for="take-new">Name of the job</label>
        <BFormInput id="take-new" v-model="newName" required maxlength="80" autocomplete="off" />
      </template>
      <label for="take-name">Where in the job</label>
      <BFormInput id="take-name" v-model="name" required maxlength="80" placeholder="Ridge, far end" autocomplete="off" />
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <BButton type="submit" class="btn-tar mt-3">Take it</BButton>
    </form>
  </BModal>
</template>
