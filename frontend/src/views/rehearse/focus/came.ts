/** How a frame of a burst came out, in words. */
export const CAME = {
  sharp: "in focus",
  soft: "soft",
  nearer: "on something nearer",
  behind: "on what is behind",
  out: "out of the frame",
} as const;
