<script setup lang="ts">
// Which job the shelter is kept with.
import { onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, got, type JobSummary } from '../../api/client'

const props = defineProps<{ job?: number; kind: string }>()
const router = useRouter()
const jobs = ref<JobSummary[]>([])
onMounted(async () => (jobs.value = await got(api.GET('/api/jobs'))))
const go = (e: Event) => {
  const id = (e.target as HTMLSelectElement).value
  void router.push(id ? `/jobs/${id}/rig/${props.kind}` : `/rig/${props.kind}`)
}
</script>

<template>
  <label class="keep"
    >Kept with
    <select class="part" :value="job ?? ''" aria-label="Job the rig belongs to" @change="go">
      <option value="">no job, this device</option>
      <option v-for="j in jobs" :key="j.id" :value="j.id">{{ j.name }}</option>
    </select></label
  >
</template>
