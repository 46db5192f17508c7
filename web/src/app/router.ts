import { createRouter, createWebHistory } from 'vue-router'
import StovePage from '../stove/StovePage.vue'

/** One line a screen; each is a chunk of its own, but for the stove, which is there at once. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/stove' },
    { path: '/service', component: () => import('../service/ServicePage.vue') },
    { path: '/stove', component: StovePage },
    { path: '/bench/:id?', component: () => import('../bench/BenchPage.vue') },
    { path: '/book', component: () => import('../book/BookPage.vue') },
    { path: '/book/allergens', component: () => import('../book/AllergenSheet.vue') },
    { path: '/book/pantry', component: () => import('../book/PantryPage.vue') },
    { path: '/book/:id', component: () => import('../book/WorkbenchPage.vue') },
    { path: '/log', component: () => import('../log/LogPage.vue') },
    { path: '/log/:id', component: () => import('../log/BatchPage.vue') },
    { path: '/kitchen', component: () => import('../kitchen/KitchenPage.vue') },
    { path: '/:rest(.*)', redirect: '/stove' },
  ],
})
