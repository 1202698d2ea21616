import { createRouter, createWebHistory } from 'vue-router'

const number = (name: string) => (route: { params: Record<string, string | string[]> }) => ({
  [name]: Number(route.params[name]),
})

export const router = createRouter({
  history: createWebHistory('/'),
  routes: [
    { path: '/', redirect: '/today' },
    { path: '/today', component: () => import('@/places/today/Today.vue') },
    { path: '/week', component: () => import('@/places/today/Week.vue') },
    {
      path: '/chair/:visit(\\d+)',
      component: () => import('@/places/chair/Chair.vue'),
      props: number('visit'),
      meta: { bare: true },
    },
    { path: '/heads', component: () => import('@/places/heads/Heads.vue') },
    { path: '/heads/new', component: () => import('@/places/heads/NewHead.vue') },
    {
      path: '/heads/:head(\\d+)',
      component: () => import('@/places/heads/HeadSheet.vue'),
      props: number('head'),
    },
    {
      path: '/heads/:head(\\d+)/consultation',
      component: () => import('@/places/consult/Consultation.vue'),
      props: number('head'),
      meta: { writes: 'consultation' },
    },
    {
      path: '/heads/:head(\\d+)/plan',
      component: () => import('@/places/plans/Composer.vue'),
      props: number('head'),
      meta: { writes: 'draft' },
    },
    {
      path: '/heads/:head(\\d+)/plan/crown',
      component: () => import('@/places/crown/CrownEditor.vue'),
      props: number('head'),
      meta: { writes: 'draft' },
    },
    {
      path: '/heads/:head(\\d+)/plan/drying',
      component: () => import('@/places/plans/DryingPlanner.vue'),
      props: number('head'),
      meta: { writes: 'draft' },
    },
    {
      path: '/heads/:head(\\d+)/plan/look',
      component: () => import('@/places/plans/Look.vue'),
      props: number('head'),
      meta: { writes: 'draft' },
    },
    {
      path: '/heads/:head(\\d+)/plan/print',
      component: () => import('@/places/crown/PrintWish.vue'),
      props: number('head'),
      meta: { writes: 'draft' },
    },
    {
      path: '/heads/:head(\\d+)/wear',
      component: () => import('@/places/wear/WearCalendar.vue'),
      props: number('head'),
    },
    {
      path: '/heads/:head(\\d+)/pictures',
      component: () => import('@/places/wear/Looks.vue'),
      props: number('head'),
    },
    {
      path: '/check-in/:secret',
      component: () => import('@/places/wear/CheckIn.vue'),
      props: true,
      meta: { open: true },
    },
    {
      path: '/heads/:head(\\d+)/ways',
      component: () => import('@/places/plans/Ways.vue'),
      props: number('head'),
      meta: { writes: 'draft' },
    },
    { path: '/shelf', component: () => import('@/places/shelf/Shelf.vue') },
    { path: '/shelf/kit', component: () => import('@/places/shelf/Kit.vue') },
    { path: '/shelf/exchange', component: () => import('@/places/shelf/Exchange.vue') },
    {
      path: '/shelf/products/new',
      component: () => import('@/places/shelf/NewProduct.vue'),
      meta: { writes: 'products' },
    },
    {
      path: '/shelf/products/:product(\\d+)',
      component: () => import('@/places/shelf/ProductSheet.vue'),
      props: number('product'),
    },
    {
      path: '/shelf/products/:product(\\d+)/calibration',
      component: () => import('@/places/shelf/Calibration.vue'),
      props: number('product'),
    },
    { path: '/messages', component: () => import('@/places/wear/Messages.vue') },
    { path: '/me', component: () => import('@/places/staff/Me.vue') },
    { path: '/house/people', component: () => import('@/places/staff/People.vue') },
    {
      path: '/house/hours',
      component: () => import('@/places/house/Hours.vue'),
      meta: { writes: 'hours' },
    },
    { path: '/house/archive', component: () => import('@/places/archive/Archive.vue') },
    { path: '/house', component: () => import('@/places/house/House.vue') },
    {
      path: '/plans/:plan(\\d+)',
      component: () => import('@/places/plans/SavedPlan.vue'),
      props: number('plan'),
    },
    {
      path: '/plans/:plan(\\d+)/print',
      component: () => import('@/places/crown/PrintPlan.vue'),
      props: number('plan'),
    },
    {
      path: '/plans/:plan(\\d+)/visit',
      component: () => import('@/places/findings/RecordVisit.vue'),
      props: number('plan'),
      meta: { writes: 'record' },
    },
    {
      path: '/visits/:visit(\\d+)/correct',
      component: () => import('@/places/findings/RecordVisit.vue'),
      props: number('visit'),
      meta: { writes: 'visit' },
    },
    { path: '/findings', component: () => import('@/places/findings/Findings.vue') },
    { path: '/findings/visits', component: () => import('@/places/findings/VisitList.vue') },
    { path: '/findings/trials', component: () => import('@/places/findings/Trials.vue') },
    {
      path: '/heads/:head(\\d+)/story',
      component: () => import('@/places/findings/Story.vue'),
      props: number('head'),
    },
    {
      path: '/heads/:head(\\d+)/two-visits',
      component: () => import('@/places/findings/TwoVisits.vue'),
      props: number('head'),
    },
    {
      path: '/visits/:visit(\\d+)/replay',
      component: () => import('@/places/findings/Replay.vue'),
      props: number('visit'),
    },
    {
      path: '/visits/:visit(\\d+)',
      component: () => import('@/places/findings/VisitSheet.vue'),
      props: number('visit'),
    },
    { path: '/:rest(.*)*', component: () => import('@/places/NotFound.vue') },
  ],
  // A choice that goes into the address leaves the page where it is.
  scrollBehavior: (to, from, saved) => saved ?? (to.path === from.path ? false : { top: 0 }),
})
