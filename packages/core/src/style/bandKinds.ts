/** The kinds of a band's parts, in order. */
export const kindsOfBand = ({
  band,
}: {
  readonly band: readonly (string | { readonly kind: string })[];
}): string[] => band.map((one) => (typeof one === 'string' ? one : one.kind));
