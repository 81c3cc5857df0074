import { Box } from '@chakra-ui/react';
import type { Picture } from '@kavrell/core/look';
import type { PlaceFact } from '@kavrell/core/places';
import { useFileUrl } from '../../platform/files.ts';
import { Part } from '../../ui/parts.tsx';

/** What was photographed at a place, the newest first. */
export function photosOf(
  placeId: string,
  facts: readonly PlaceFact[],
  pictures: readonly Picture[],
): { picture: Picture; fact: PlaceFact }[] {
  const byId = new Map(pictures.map((p) => [p.id, p]));
  return facts
    .flatMap((fact) => {
      const picture = fact.placeId === placeId && fact.pictureId ? byId.get(fact.pictureId) : undefined;
      return picture?.fileHash ? [{ picture, fact }] : [];
    })
    .sort((a, b) => b.fact.foundOn.localeCompare(a.fact.foundOn) || b.fact.position - a.fact.position);
}

/** A photograph, cut to fill its place. */
export function Photo({ picture, alt }: { picture: Picture; alt: string }) {
  const url = useFileUrl(picture.productionId, picture.fileHash);
  return url ? (
    <img
      src={url}
      alt={alt}
      loading="lazy"
      style={{ width: '100%', height: '100%', objectFit: 'cover', display: 'block', borderRadius: '2px' }}
    />
  ) : null;
}

/** The photographs of a place in its side sheet, each with what was found. */
export function PlacePhotos({ photos }: { photos: ReturnType<typeof photosOf> }) {
  if (photos.length === 0) return null;
  return (
    <Part title="Photographs">
      <Box display="grid" gridTemplateColumns="repeat(auto-fill, minmax(116px, 1fr))" gap={2} data-place-photos>
        {photos.map(({ picture, fact }) => (
          <figure key={fact.id} style={{ margin: 0 }}>
            <Box h="82px">
              <Photo picture={picture} alt={picture.caption || 'Photograph'} />
            </Box>
            <Box as="figcaption" color="soft" fontSize="s" overflowWrap="anywhere">
              {fact.words || fact.topic}
            </Box>
          </figure>
        ))}
      </Box>
    </Part>
  );
}
