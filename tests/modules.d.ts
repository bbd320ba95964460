/* Files a bundler gives the address of. */
declare module '*?url' {
  const address: string
  export default address
}
