import { createRouter, createWebHistory } from 'vue-router'
import StovePage from '../stove/StovePage.vue'
import { withVuetify } from './withVuetify'

/** One line a screen; each is a chunk of its own, but for the stove, which is there at once. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/stove' },
    { path: '/service', component: withVuetify(() => import('../service/ServicePage.vue')) },
    { path: '/service/closing', component: withVuetify(() => import('../service/ClosingPage.vue')) },
    { path: '/plan', component: withVuetify(() => import('../plan/PlanPage.vue')) },
    { path: '/cadence', component: withVuetify(() => import('../cadence/CadencePage.vue')) },
    { path: '/pass', component: withVuetify(() => import('../pass/PassPage.vue')) },
    { path: '/stove', component: StovePage },
    { path: '/bench/:id?', component: withVuetify(() => import('../bench/BenchPage.vue')) },
    { path: '/book', component: withVuetify(() => import('../book/BookPage.vue')) },
    { path: '/book/allergens', component: withVuetify(() => import('../book/AllergenSheet.vue')) },
    { path: '/book/pantry', component: withVuetify(() => import('../book/PantryPage.vue')) },
    { path: '/book/:id', component: withVuetify(() => import('../book/WorkbenchPage.vue')) },
    { path: '/log', component: withVuetify(() => import('../log/LogPage.vue')) },
    { path: '/log/:id', component: withVuetify(() => import('../log/BatchPage.vue')) },
    { path: '/larder', component: withVuetify(() => import('../larder/LarderPage.vue')) },
    { path: '/kitchen', component: withVuetify(() => import('../kitchen/KitchenPage.vue')) },
    { path: '/:rest(.*)', redirect: '/stove' },
  ],
})
