// The text is read and drawn by workers, which the server does not have.
export const ssr = false;
