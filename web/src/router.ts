import { createRouter, createWebHistory, START_LOCATION } from 'vue-router'

import { isOutdated } from './api/worker'
import { useSession } from './shared/stores/session'

export const router = createRouter({
  history: createWebHistory(),
  scrollBehavior: (_to, _from, saved) => saved ?? { top: 0 },
  routes: [
    { path: '/enter', name: 'enter', component: () => import('./account/views/EnterView.vue') },
    { path: '/', redirect: '/nights' },
    { path: '/nights', name: 'nights', component: () => import('./planning/views/NightsView.vue') },
    { path: '/begin', name: 'begin', component: () => import('./planning/views/BeginView.vue') },
    { path: '/find', name: 'find', component: () => import('./planning/views/FindView.vue') },
    {
      path: '/nights/:nightId',
      name: 'night',
      props: true,
      component: () => import('./planning/views/NightView.vue'),
    },
    {
      path: '/shots/:shotId',
      name: 'shot',
      props: true,
      component: () => import('./planning/views/ShotView.vue'),
    },
    {
      path: '/field/:nightId',
      name: 'field',
      props: true,
      meta: { isOffline: true },
      component: () => import('./field/views/FieldView.vue'),
    },
    {
      path: '/nights/:nightId/pack',
      name: 'pack',
      props: true,
      meta: { isOffline: true },
      component: () => import('./field/views/PackView.vue'),
    },
    {
      path: '/nights/:nightId/pictures',
      name: 'pictures',
      props: true,
      component: () => import('./journal/views/PicturesView.vue'),
    },
    { path: '/cards', name: 'cards', component: () => import('./journal/views/CardView.vue') },
    {
      path: '/logbook',
      name: 'logbook',
      component: () => import('./journal/views/LogbookView.vue'),
    },
    {
      path: '/nights/:nightId/story',
      name: 'story',
      props: true,
      component: () => import('./journal/views/StoryView.vue'),
    },
    {
      path: '/logbook/learned',
      name: 'learned',
      component: () => import('./library/views/LearnedView.vue'),
    },
    {
      path: '/practice',
      name: 'practice',
      component: () => import('./field/views/PracticeView.vue'),
    },
    {
      path: '/practice/:attemptId',
      name: 'practice-night',
      props: true,
      component: () => import('./field/views/PracticeNightView.vue'),
    },
    { path: '/places', name: 'places', component: () => import('./library/views/PlacesView.vue') },
    { path: '/bench', name: 'bench', component: () => import('./planning/views/BenchView.vue') },
    {
      path: '/schools',
      name: 'schools',
      component: () => import('./library/views/SchoolsView.vue'),
    },
    {
      path: '/account',
      name: 'account',
      component: () => import('./account/views/AccountView.vue'),
    },
    { path: '/kit', name: 'kit', component: () => import('./library/views/KitView.vue') },
    {
      path: '/helping',
      name: 'helping',
      meta: { isPublic: true },
      component: () => import('./field/views/HelpingView.vue'),
    },
    {
      path: '/helped/:nightId',
      name: 'helped',
      props: true,
      component: () => import('./field/views/HelpedView.vue'),
    },
    {
      path: '/guide',
      name: 'guide',
      meta: { isPublic: true },
      component: () => import('./help/views/GuideView.vue'),
    },
    {
      path: '/about',
      name: 'about',
      meta: { isPublic: true },
      component: () => import('./help/views/AboutView.vue'),
    },
    {
      path: '/:rest(.*)',
      name: 'nowhere',
      component: () => import('./help/views/NowhereView.vue'),
    },
  ],
})

const HELPERS = ['helped', 'field', 'pack']

router.beforeEach(async (to, from) => {
  if (from === START_LOCATION || !(await isOutdated())) return true
  window.location.assign(to.fullPath)
  return false
})

router.beforeEach(async (to) => {
  const session = useSession()
  try {
    await session.load()
  } catch (error) {
    // without signal these run on what this device keeps
    if (to.meta.isOffline) return true
    throw error
  }
  if (to.meta.isPublic) return true
  if (!session.user && to.name !== 'enter') return { name: 'enter', query: { next: to.fullPath } }
  // a helper's pages are those of his one night; the server gives him no others
  const own = session.helps && { name: 'helped', params: { nightId: session.helps.night_id } }
  if (own && !HELPERS.includes(String(to.name))) return own
  if (session.user && to.name === 'enter') return { name: 'nights' }
  return true
})
