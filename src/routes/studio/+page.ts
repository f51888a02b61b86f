export const ssr = false;
