// The music is arranged and engraved in web workers, which only a browser has.
export const ssr = false;
