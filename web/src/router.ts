import { createRouter, createWebHistory, type RouteLocation } from 'vue-router'

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
    { path: '/clients', component: () => import('@/places/clients/Clients.vue') },
    { path: '/clients/new', component: () => import('@/places/clients/NewClient.vue') },
    {
      path: '/clients/:client(\\d+)',
      component: () => import('@/places/clients/ClientSheet.vue'),
      props: number('client'),
    },
    {
      path: '/clients/:client(\\d+)/consultation',
      component: () => import('@/places/consult/Consultation.vue'),
      props: number('client'),
      meta: { writes: 'consultation' },
    },
    {
      path: '/clients/:client(\\d+)/plan',
      component: () => import('@/places/plans/Composer.vue'),
      props: number('client'),
      meta: { writes: 'draft' },
    },
    {
      path: '/clients/:client(\\d+)/plan/crown',
      component: () => import('@/places/crown/CrownEditor.vue'),
      props: number('client'),
      meta: { writes: 'draft' },
    },
    {
      path: '/clients/:client(\\d+)/plan/drying',
      component: () => import('@/places/plans/DryingPlanner.vue'),
      props: number('client'),
      meta: { writes: 'draft' },
    },
    {
      path: '/clients/:client(\\d+)/plan/look',
      component: () => import('@/places/plans/Look.vue'),
      props: number('client'),
      meta: { writes: 'draft' },
    },
    {
      path: '/clients/:client(\\d+)/plan/print',
      component: () => import('@/places/crown/PrintWish.vue'),
      props: number('client'),
      meta: { writes: 'draft' },
    },
    {
      path: '/clients/:client(\\d+)/wear',
      component: () => import('@/places/wear/WearCalendar.vue'),
      props: number('client'),
    },
    {
      path: '/clients/:client(\\d+)/pictures',
      component: () => import('@/places/wear/Looks.vue'),
      props: number('client'),
    },
    {
      path: '/check-in/:secret',
      component: () => import('@/places/wear/CheckIn.vue'),
      props: true,
      meta: { open: true },
    },
    {
      path: '/clients/:client(\\d+)/ways',
      component: () => import('@/places/plans/Ways.vue'),
      props: number('client'),
      meta: { writes: 'draft' },
    },
    { path: '/products', component: () => import('@/places/products/Shelf.vue') },
    { path: '/products/kit', component: () => import('@/places/products/Kit.vue') },
    { path: '/products/exchange', component: () => import('@/places/products/Exchange.vue') },
    {
      path: '/products/new',
      component: () => import('@/places/products/NewProduct.vue'),
      meta: { writes: 'products' },
    },
    {
      path: '/products/:product(\\d+)',
      component: () => import('@/places/products/ProductSheet.vue'),
      props: number('product'),
    },
    {
      path: '/products/:product(\\d+)/calibration',
      component: () => import('@/places/products/Calibration.vue'),
      props: number('product'),
    },
    { path: '/messages', component: () => import('@/places/wear/Messages.vue') },
    { path: '/me', component: () => import('@/places/staff/Me.vue') },
    { path: '/salon/people', component: () => import('@/places/staff/People.vue') },
    {
      path: '/salon/hours',
      component: () => import('@/places/salon/Hours.vue'),
      meta: { writes: 'hours' },
    },
    { path: '/salon/archive', component: () => import('@/places/archive/Archive.vue') },
    {
      path: '/salon',
      component: () => import('@/places/salon/SalonSettings.vue'),
      meta: { writes: 'salon' },
    },
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
      component: () => import('@/places/results/RecordVisit.vue'),
      props: number('plan'),
      meta: { writes: 'record' },
    },
    {
      path: '/visits/:visit(\\d+)/correct',
      component: () => import('@/places/results/RecordVisit.vue'),
      props: number('visit'),
      meta: { writes: 'visit' },
    },
    { path: '/results', component: () => import('@/places/results/Results.vue') },
    { path: '/results/visits', component: () => import('@/places/results/VisitList.vue') },
    { path: '/results/trials', component: () => import('@/places/results/Trials.vue') },
    {
      path: '/clients/:client(\\d+)/story',
      component: () => import('@/places/results/Story.vue'),
      props: number('client'),
    },
    {
      path: '/clients/:client(\\d+)/two-visits',
      component: () => import('@/places/results/TwoVisits.vue'),
      props: number('client'),
    },
    {
      path: '/visits/:visit(\\d+)/replay',
      component: () => import('@/places/results/Replay.vue'),
      props: number('visit'),
    },
    {
      path: '/visits/:visit(\\d+)',
      component: () => import('@/places/results/VisitSheet.vue'),
      props: number('visit'),
    },
    // Addresses of before December 2026, as they stand in bookmarks and notes.
    ...[
      ['/heads', '/clients'],
      ['/shelf/products', '/products'],
      ['/shelf', '/products'],
      ['/house', '/salon'],
      ['/findings', '/results'],
    ].map(([before = '', now = '']) => ({
      path: `${before}/:rest(.*)*`,
      redirect: ({ path, query: { head, ...query } }: RouteLocation) => ({
        path: path.replace(before, now),
        query: { ...query, ...(head && { client: head }) },
      }),
    })),
    { path: '/:rest(.*)*', component: () => import('@/places/NotFound.vue') },
  ],
  // A choice that goes into the address leaves the page where it is.
  scrollBehavior: (to, from, saved) => saved ?? (to.path === from.path ? false : { top: 0 }),
})
