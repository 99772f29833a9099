import { createRouter, createWebHistory } from 'vue-router'

export const router = createRouter({
    history: createWebHistory(),
    routes: [
        { path: '/', redirect: '/week' },
        { path: '/week/:date?', name: 'week', component: () => import('./shell/PlannerPage.vue') },
        { path: '/sign-in', name: 'sign-in', component: () => import('./sign-in/SignInPage.vue') },
        { path: '/:any(.*)*', redirect: '/week' },
    ],
})
