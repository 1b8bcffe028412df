/** Parts of Nitro that its own entries use, which have no published types. */
declare module '#nitro-internal-pollyfills' {}
declare module '#nitro-internal-virtual/server-handlers' {
  export const handlers: readonly { readonly route?: string; readonly method?: string }[]
}
