// The sheet lives in the browser: it is there without the server, once it has been opened.
export const ssr = false;
