/** Marks wait in this browser's own database, which the server does not have. */
export const ssr = false;
