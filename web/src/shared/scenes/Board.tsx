import { strokePaths, type Picture, type Stroke } from '@kavrell/core/look';
import { fileUrl } from '../../platform/files.ts';

/** The newest board of a shot. */
export function boardOf(pictures: readonly Picture[], shotId: string): Picture | undefined {
  return pictures.findLast((p) => p.role === 'board' && p.shotId === shotId);
}

/** A board as it is: the still, or its strokes drawn anew. Keeps the frame’s shape. */
export function Board({ picture, alt, strokes }: { picture: Picture; alt: string; strokes?: readonly Stroke[] }) {
  const { widthPx, heightPx } = picture;
  const paths = strokePaths([...(strokes ?? picture.strokes)], 160, (160 * heightPx) / widthPx);
  return (
    <div
      style={{
        position: 'relative',
        aspectRatio: `${widthPx} / ${heightPx}`,
        width: '100%',
        background: '#f2f2f2',
        color: '#111',
      }}
    >
      {picture.fileHash ? (
        <img
          src={fileUrl(picture.productionId, picture.fileHash)}
          alt={alt}
          loading="lazy"
          style={{ width: '100%', height: '100%', objectFit: 'cover', display: 'block' }}
        />
      ) : null}
      <svg
        viewBox={`0 0 160 ${(160 * heightPx) / widthPx}`}
        role={picture.fileHash ? undefined : 'img'}
        aria-label={picture.fileHash ? undefined : alt}
        style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}
      >
        {paths.map((p, i) => (
          <path
            key={i}
            d={p.d}
            fill="none"
            stroke="currentColor"
            strokeWidth={p.strokeWidth}
            strokeLinecap="round"
            strokeLinejoin="round"
          />
        ))}
      </svg>
    </div>
  );
}
