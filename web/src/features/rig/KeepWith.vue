<script setup lang="ts">
// Which job the shelter is kept with.
import { useRouter } from 'vue-router'
import { useAsked } from '../../api/asked'
import { api, got } from '../../api/client'
import { byItself } from '../../app/told'

const props = defineProps<{ job?: number; kind: string }>()
const router = useRouter()
const { answer: jobs, trouble } = useAsked(() => got(api.GET('/api/jobs')))
const go = (e: Event) => {
  const id = (e.target as HTMLSelectElement).value
  byItself(router.push(id ? `/jobs/${id}/rig/${props.kind}` : `/rig/${props.kind}`))
}
</script>

<template>
  <label class="keep"
    >Kept with
    <select class="part" :value="job ?? ''" aria-label="Job the rig belongs to" @change="go">
      <option value="">no job, this device</option>
      <option v-if="trouble" disabled>The jobs did not come</option>
      <option v-for="j in jobs ?? []" :key="j.id" :value="j.id">{{ j.name }}</option>
    </select></label
  >
</template>
