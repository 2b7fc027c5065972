// Everything on this page lives in the browser: the device and its set-up.
export const ssr = false;
