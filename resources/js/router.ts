import { createRouter, createWebHistory } from 'vue-router'
import { queryClient } from '@/state/client'
import { sessionQuery } from '@/state/server'

const days = (): Promise<unknown> => import('@/board/DaysView.vue')

export const router = createRouter({
    history: createWebHistory(),
    routes: [
        {
            path: '/',
            component: () => import('@/shell/PlannerPage.vue'),
            children: [
                { path: '', redirect: '/week' },
                { path: 'day/:date?', name: 'day', component: () => import('@/day/DayView.vue') },
                { path: 'days/:count(\\d+)/:date?', name: 'days', component: days },
                { path: 'week/:date?', name: 'week', component: days },
                { path: 'month/:date?', name: 'month', component: () => import('@/month/MonthView.vue') },
                { path: 'year/:date?', name: 'year', component: () => import('@/year/YearView.vue') },
                { path: 'done/:date?', name: 'done', component: () => import('@/done/DoneView.vue') },
                {
                    path: 'routines',
                    name: 'routines',
                    component: () => import('@/routines/RoutinesView.vue'),
                },
                {
                    path: 'round/:kind(week|month)?/:date(\\d{4}-\\d\\d-\\d\\d)?',
                    name: 'round',
                    component: () => import('@/rounds/RoundView.vue'),
                },
                {
                    path: 'tally/:stretch(week|six-weeks|quarter|year|from)?/:date(\\d{4}-\\d\\d-\\d\\d)?',
                    name: 'tally',
                    component: () => import('@/tally/TallyView.vue'),
                },
                { path: 'ahead/:date?', name: 'ahead', component: () => import('@/ahead/AheadView.vue') },
            ],
        },
        { path: '/close/:date?', name: 'close', component: () => import('@/closing/ClosingPage.vue') },
        { path: '/standins/post', name: 'post-box', component: () => import('@/standins/PostBox.vue') },
        { path: '/standins/phone', name: 'phone', component: () => import('@/standins/PhonePage.vue') },
        { path: '/sign-in', name: 'sign-in', component: () => import('@/sign-in/SignInPage.vue') },
        { path: '/join/:token', name: 'join', component: () => import('@/sign-in/SignInPage.vue') },
        { path: '/reset/:token', name: 'reset', component: () => import('@/sign-in/SignInPage.vue') },
        { path: '/:any(.*)*', redirect: '/week' },
    ],
})

/** Whoever is not signed in is shown the way in, and nobody else. */
router.beforeEach(async (to) => {
    const session = await queryClient.fetchQuery(sessionQuery).catch(() => null)
    const isOutside = ['sign-in', 'join', 'reset'].includes(String(to.name))
    // Whoever is signed in may still set a new password by the link in a mail.
    if (session?.account) return isOutside && to.name !== 'reset' ? '/week' : true
    return isOutside ? true : '/sign-in'
})
