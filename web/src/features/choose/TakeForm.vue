<script setup lang="ts">
// Takes a knot chosen for its own sake into a job, as a named joint.
import { computed, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { Trouble, api, got, type JobSummary, type KnotAnswer } from '../../api/client'
import { useSituation } from './situation'

const props = defineProps<{ answer: KnotAnswer }>()
const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const situation = useSituation()
const open = ref(true)
const jobs = ref<JobSummary[]>([])
const job = ref<number | 'new'>('new')
const newName = ref('')
const name = ref('')
const trouble = ref('')
const choices = computed(() => [...jobs.value.map((j) => ({ value: j.id, text: j.name })), { value: 'new', text: 'A new job' }])

onMounted(async () => {
  jobs.value = await got(api.GET('/api/jobs'))
  job.value = jobs.value[0]?.id ?? 'new'
})

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
    trouble.value = e instanceof Trouble ? e.message : String(e)
  }
}
</script>

<template>
  <BModal v-model="open" :title="`Take the ${answer.name}`" no-footer @hidden="emit('close')">
    <form class="take" @submit.prevent="take">
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
