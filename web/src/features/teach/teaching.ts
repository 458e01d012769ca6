// The course that is being taught, remembered by this browser.
import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed } from 'vue'
import { api, got, type Schemas } from '../../api/client'

interface Here {
  id: number
  name: string
  /** Its class, in a word or two. */
  says: string
  /** The lesson to go to: the one open last, or the next. */
  lesson: number | null
}

export const useTeaching = defineStore('teaching', () => {
  const kept = useLocalStorage<Here | null>('umbet.course', null, { writeDefaults: false })
  const course = computed(() => kept.value)

  function take(view: Schemas['CourseView']) {
    const next = view.lessons.find((l) => l.next) ?? view.lessons.at(-1)
    const n = view.learners.length
    kept.value = {
      id: view.course.id,
      name: view.course.name,
      says: n === 1 ? 'One learner' : `${n || 'No'} learners`,
      lesson: next?.id ?? null,
    }
  }
  function open(lesson: Pick<Schemas['Board'], 'lesson' | 'course' | 'course_name' | 'number' | 'tiles'>) {
    const says = `Lesson ${lesson.number}, ${lesson.tiles.length} learners`
    kept.value = { id: lesson.course, name: lesson.course_name, says, lesson: lesson.lesson }
  }
  /** The course there is, where none was open here yet: a sheet or a question may be opened directly. */
  async function find() {
    if (kept.value) return
    const newest = (await got(api.GET('/api/courses'))).at(-1)
    if (newest) take(await got(api.GET('/api/courses/{id}', { params: { path: { id: newest.id } } })))
  }
  function leave() {
    kept.value = null
  }
  return { course, take, open, find, leave }
})
