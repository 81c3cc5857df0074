import { SIGNATURE_ASPECT, signaturePath, type Signature } from '@kavrell/core/people';

const HEIGHT = 30;

/** A signature as it was drawn. */
export function SignatureMark({ signature, name }: { signature: Signature; name: string }) {
  return (
    <svg
      width={HEIGHT * SIGNATURE_ASPECT}
      height={HEIGHT}
      viewBox={`0 0 ${SIGNATURE_ASPECT * 100} 100`}
      role="img"
      aria-label={`Signature of ${name}`}
      style={{ display: 'block', marginTop: 4 }}
    >
      <path d={signaturePath(signature)} fill="none" stroke="currentColor" strokeWidth={2.5} strokeLinejoin="round" />
    </svg>
  );
}
