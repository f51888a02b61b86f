// The staves are drawn by workers, which the server does not have.
export const ssr = false;
