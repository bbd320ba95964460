import { oneStop } from '~/composables/oneStop'

/** Groups that are one tab stop. */
export default defineNuxtPlugin(({ vueApp }) => {
  vueApp.directive('one-stop', oneStop)
})
