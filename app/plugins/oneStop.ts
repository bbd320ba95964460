import { defineNuxtPlugin } from '#imports'
import { oneStop } from '~/directives/oneStop'

/** Groups that are one tab stop. */
export default defineNuxtPlugin(({ vueApp }) => {
  vueApp.directive('one-stop', oneStop)
})
