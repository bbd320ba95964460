/** Addresses that are reached from this machine only. */
const LOOPBACK = /^(localhost|127(?:\.\d{1,3}){3}|::1)$/

/**
 * Returns whether people are asked who they are, by how the program is started: wherever it is reached from elsewhere than this machine,
 * by itself (HOST) or through what stands before it (PLUMBAGO_HOSTS, PLUMBAGO_REVIEW_ADDRESS, PLUMBAGO_PROXY), and where
 * PLUMBAGO_SIGN_IN=1 says so.
 */
export const requiresSignIn = (env: NodeJS.ProcessEnv): boolean =>
  env.PLUMBAGO_SIGN_IN === '1' ||
  env.PLUMBAGO_PROXY === '1' ||
  Boolean(env.PLUMBAGO_HOSTS) ||
  Boolean(env.PLUMBAGO_REVIEW_ADDRESS) ||
  !LOOPBACK.test(env.NITRO_HOST ?? env.HOST ?? '')
