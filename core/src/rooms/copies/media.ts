const MEDIA = /\.(mov|mp4|m4v|mxf|mts|m2ts|avi|mkv|webm|wav|bwf|rf64|w64|aif|aiff|flac|mp3|m4a)$/i;

/** Whether a file may hold picture or sound: others are not looked into. */
export const mayPlay = (name: string): boolean => MEDIA.test(name);
