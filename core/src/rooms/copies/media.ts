const MEDIA = /\.(mov|mp4|m4v|mxf|mts|m2ts|avi|mkv|webm|wav|bwf|rf64|w64|aif|aiff|flac|mp3|m4a)$/i;

/** Whether a file may hold picture or sound: others are not looked into. */
export const mayPlay = (name: string): boolean => MEDIA.test(name);

const SOUND = /\.(wav|bwf|rf64|w64|aif|aiff|flac|mp3|m4a)$/i;

/** Whether a file holds sound and no picture: as a look into it found, else by its name. */
export const isSoundOnly = (clip: { name: string; looked: { hasPicture: boolean | null } | null }): boolean =>
  !(clip.looked?.hasPicture ?? !SOUND.test(clip.name));
