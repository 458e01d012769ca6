import { createRouter, createWebHistory } from 'vue-router'
import { lost, whenBack } from '../api/away'
import ChoosePage from '../features/choose/ChoosePage.vue'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'choose', component: ChoosePage, meta: { stage: 'choose', title: 'Choose' } },
    {
      path: '/jobs/:job(\\d+)/joints/:joint(\\d+)',
      name: 'joint',
      component: ChoosePage,
      meta: { stage: 'choose', title: 'Choose' },
    },
    { path: '/jobs', name: 'jobs', component: () => import('../features/job/JobsPage.vue'), meta: { stage: 'job', title: 'Jobs' } },
    { path: '/jobs/:job(\\d+)', name: 'job', component: () => import('../features/job/JobPage.vue'), meta: { stage: 'job', title: 'Job' } },
    { path: '/knots', name: 'knots', component: () => import('../features/knot/KnotsPage.vue'), meta: { stage: 'tie', title: 'Knots' } },
    {
      path: '/knots/own',
      name: 'own-knots',
      component: () => import('../features/knot/OwnKnots.vue'),
      meta: { stage: 'tie', title: 'Own knots' },
    },
    {
      path: '/knots/:id/wrong',
      name: 'wrong',
      component: () => import('../features/knot/KnotWrong.vue'),
      meta: { stage: 'tie', title: 'Right and wrong' },
    },
    { path: '/rig', redirect: '/rig/shelter' },
    { path: '/rig/:kind', name: 'rig', component: () => import('../features/rig/RigPage.vue'), meta: { stage: 'rig', title: 'Rig' } },
    {
      path: '/rig/:kind/site',
      name: 'rig-site',
      component: () => import('../features/rig/OnSite.vue'),
      meta: { stage: 'rig', title: 'On site' },
    },
    { path: '/jobs/:job(\\d+)/rig', redirect: (to) => `/jobs/${String(to.params.job)}/rig/shelter` },
    {
      path: '/jobs/:job(\\d+)/rig/:kind',
      name: 'job-rig',
      component: () => import('../features/rig/RigPage.vue'),
      meta: { stage: 'rig', title: 'Rig' },
    },
    {
      path: '/jobs/:job(\\d+)/rig/:kind/site',
      name: 'job-rig-site',
      component: () => import('../features/rig/OnSite.vue'),
      meta: { stage: 'rig', title: 'On site' },
    },
    {
      path: '/prove',
      name: 'drill',
      component: () => import('../features/prove/DrillPage.vue'),
      meta: { line: 'teach', stage: 'prove', title: 'Spot the mistake' },
    },
    {
      path: '/prove/questions',
      name: 'questions',
      component: () => import('../features/prove/QuestionsPage.vue'),
      meta: { line: 'teach', stage: 'prove', title: 'Questions' },
    },
    {
      path: '/prove/words/:id',
      name: 'by-words',
      component: () => import('../features/prove/ByWordsPage.vue'),
      meta: { line: 'teach', stage: 'prove', title: 'By words alone' },
    },
    {
      path: '/prove/tied',
      name: 'tied',
      component: () => import('../features/prove/TiedPage.vue'),
      meta: { line: 'teach', stage: 'prove', title: 'What have I tied?' },
    },
    {
      path: '/lashings',
      name: 'which-lashing',
      component: () => import('../features/lashing/WhichPage.vue'),
      meta: { stage: 'choose', title: 'Which lashing?' },
    },
    {
      path: '/lashings/:id',
      name: 'lashing',
      component: () => import('../features/lashing/LashingPage.vue'),
      meta: { stage: 'tie', title: 'Lashing' },
    },
    { path: '/knots/:id', name: 'knot', component: () => import('../features/knot/KnotPage.vue'), meta: { stage: 'tie', title: 'Tie' } },
    {
      path: '/knots/:id/sheet',
      name: 'sheet',
      component: () => import('../features/knot/KnotSheet.vue'),
      meta: { stage: 'tie', title: 'Sheet' },
    },
    {
      path: '/teach',
      name: 'courses',
      component: () => import('../features/teach/CoursesPage.vue'),
      meta: { line: 'teach', stage: '', title: 'Courses' },
    },
    {
      path: '/teach/projects/:project([a-z0-9-]+)?',
      name: 'projects',
      component: () => import('../features/teach/ProjectsPage.vue'),
      meta: { line: 'teach', stage: '', title: 'Made of cord' },
    },
    {
      path: '/teach/:course(\\d+)',
      name: 'course',
      component: () => import('../features/teach/CoursePage.vue'),
      meta: { line: 'teach', stage: 'course', title: 'Course' },
    },
    {
      path: '/teach/:course(\\d+)/cord',
      name: 'course-cord',
      component: () => import('../features/teach/ClassCord.vue'),
      meta: { line: 'teach', stage: 'course', title: 'Cord of the course' },
    },
    {
      path: '/teach/:course(\\d+)/test/:job(\\d+)',
      name: 'rig-test',
      component: () => import('../features/teach/RigTestPage.vue'),
      meta: { line: 'teach', stage: 'prove', title: 'Test on a rig' },
    },
    {
      path: '/teach/:course(\\d+)/ladder',
      name: 'ladder',
      component: () => import('../features/teach/LadderPage.vue'),
      meta: { line: 'teach', stage: 'ladder', title: 'Ladder' },
    },
    {
      path: '/teach/:course(\\d+)/record',
      name: 'record',
      component: () => import('../features/teach/RecordPage.vue'),
      meta: { line: 'teach', stage: 'record', title: 'Record' },
    },
    {
      path: '/teach/lessons/:lesson(\\d+)',
      name: 'board',
      component: () => import('../features/teach/BoardPage.vue'),
      meta: { line: 'teach', stage: 'lesson', title: 'Lesson' },
    },
    {
      path: '/teach/lessons/:lesson(\\d+)/sheet',
      name: 'handout',
      component: () => import('../features/teach/HandoutPage.vue'),
      meta: { line: 'teach', stage: 'lesson', title: 'Handout' },
    },
    {
      path: '/show/:lesson(\\d+)/hand',
      name: 'remote',
      component: () => import('../features/teach/RemotePage.vue'),
      meta: { line: 'none', stage: '', title: 'Led from the hand' },
    },
    {
      path: '/show/:lesson(\\d+)',
      name: 'show',
      component: () => import('../features/teach/ShowPage.vue'),
      meta: { line: 'none', stage: '', title: 'Shown to all' },
    },
    {
      path: '/learners/:learner(\\d+)',
      name: 'learner',
      component: () => import('../features/teach/LearnerPage.vue'),
      meta: { line: 'none', stage: '', title: 'My knots' },
    },
    { path: '/cord', name: 'cord', component: () => import('../features/cord/CordPage.vue'), meta: { stage: 'cord', title: 'Cord' } },
    {
      path: '/cord/week',
      name: 'needs',
      component: () => import('../features/cord/NeedsPage.vue'),
      meta: { stage: 'cord', title: 'Cord of a week' },
    },
    {
      path: '/cord/:piece(\\d+)',
      name: 'piece',
      component: () => import('../features/cord/PiecePage.vue'),
      meta: { stage: 'cord', title: 'Piece of cord' },
    },
    { path: '/habits', name: 'habits', component: () => import('../features/habits/HabitsPage.vue'), meta: { stage: '', title: 'Habits' } },
    { path: '/:rest(.*)', name: 'lost', component: () => import('./LostPage.vue'), meta: { stage: '', title: 'Not here' } },
  ],
  scrollBehavior: (_to, _from, saved) => saved ?? { top: 0 },
})

// A page whose files could not be fetched is gone to when the server is back.
let wanted: string | undefined
router.onError((_, to) => {
  wanted = to.fullPath
  lost()
})
whenBack(() => (wanted ? router.push(wanted).then(() => (wanted = undefined)) : undefined))

router.afterEach((to) => {
  document.title = `${String(to.meta.title ?? '')} · Umbet`
})
