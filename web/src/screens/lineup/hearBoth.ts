interface Sound {
  samples: Float32Array<ArrayBuffer>;
  rate: number;
}

/** Plays both at once, one on each side; answers what stops them. Silent where there is no sound output. */
export function hearBoth(left: Sound, right: Sound, rightFromS: number): () => void {
  if (typeof AudioContext === 'undefined') return () => undefined;
  const context = new AudioContext();
  const play = ({ samples, rate }: Sound, side: number, fromS: number) => {
    const buffer = context.createBuffer(1, samples.length, rate);
    buffer.copyToChannel(samples, 0);
    const source = context.createBufferSource();
    source.buffer = buffer;
    const pan = context.createStereoPanner();
    pan.pan.value = side;
    source.connect(pan).connect(context.destination);
    // What would begin before the file does is late by as much.
    source.start(context.currentTime + 0.05 + Math.max(0, -fromS), Math.max(0, fromS), left.samples.length / left.rate);
  };
  play(left, -1, 0);
  play(right, 1, rightFromS);
  return () => void context.close();
}
