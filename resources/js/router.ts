import { createRouter, createWebHistory } from 'vue-router'
import { queryClient } from './state/client'
import { sessionQuery } from './state/server'

export const router = createRouter({
    history: createWebHistory(),
    routes: [
        { path: '/', redirect: '/week' },
        { path: '/week/:date?', name: 'week', component: () => import('./shell/PlannerPage.vue') },
        { path: '/sign-in', name: 'sign-in', component: () => import('./sign-in/SignInPage.vue') },
        { path: '/:any(.*)*', redirect: '/week' },
    ],
})

/** Whoever is not signed in is shown the way in, and nobody else. */
router.beforeEach(async (to) => {
    const session = await queryClient.fetchQuery(sessionQuery).catch(() => null)
    if (session?.account) return to.name === 'sign-in' ? '/week' : true
    return to.name === 'sign-in' ? true : '/sign-in'
})
