import { rateName } from '../../base/timecode/index.ts';
import { baseName, lanesOf, lineCuts, plainShape, type LineCut, type LineShape } from './cuts.ts';
import type { LineJson } from './lineFile.ts';

const MARK_COLOURS = { star: 'YELLOW', note: 'CYAN' } as const;

/**
 * A line as OpenTimelineIO JSON (schemas Timeline.1, Stack.1, Track.1, Gap.1, Clip.2, ExternalReference.1, Marker.2, RationalTime.1, TimeRange.1): one track a lane, gaps explicit,
 * media named as they were named to the line-up. What the frame grid leaves over, drift and channels stand in the metadata, with what `shape` knows of each file. Throws `InputError` as
 * `lineCuts` does.
 */
export function otioOf(line: LineJson, rateText: string, shape: LineShape = plainShape(line, 'Line-up')): object {
  const { rate, cuts, apart } = lineCuts(line, rateText);
  const fps = rate.num / rate.den;
  const time = (value: number) => ({ OTIO_SCHEMA: 'RationalTime.1', rate: fps, value });
  const range = (start: number, duration: number) => ({
    OTIO_SCHEMA: 'TimeRange.1',
    start_time: time(start),
    duration: time(duration),
  });
  const item = { effects: [], markers: [], enabled: true };
  const clip = (c: LineCut) => {
    const about = shape.about(c.file.file);
    return {
      OTIO_SCHEMA: 'Clip.2',
      ...item,
      markers: about.marks.map((m) => ({
        OTIO_SCHEMA: 'Marker.2',
        ...{ name: m.name, color: MARK_COLOURS[m.kind], comment: m.kind === 'note' ? m.name : '' },
        ...{ marked_range: range(c.sourceFrame + Math.round(m.atS * fps), 0), metadata: { kavrell: { kind: m.kind } } },
      })),
      name: baseName(c.file.file),
      source_range: range(c.sourceFrame, c.frames),
      active_media_reference_key: 'DEFAULT_MEDIA',
      media_references: {
        DEFAULT_MEDIA: {
          OTIO_SCHEMA: 'ExternalReference.1',
          name: baseName(c.file.file),
          available_range: range(c.sourceFrame, c.frames),
          available_image_bounds: null,
          target_url: urlOf(c.file.file),
          metadata: {},
        },
      },
      metadata: {
        kavrell: {
          ...about.metadata,
          ...{ driftPpm: c.driftPpm, laterThanFrameMs: c.restMs, reel: c.file.reel },
          // What nobody read is unknown, not none.
          ...{ channels: c.file.channels > 0 ? c.file.channels : null, onlyAbout: c.onlyAbout },
          timecode: c.hasTimecode ? 'own' : 'none: counted from 0',
        },
      },
    };
  };
  const gap = (frames: number) => ({
    OTIO_SCHEMA: 'Gap.1',
    ...{ ...item, name: '', source_range: range(0, frames), metadata: {} },
  });
  const track = (own: readonly LineCut[]) => {
    let at = 0;
    return own.flatMap((c) => {
      const free = c.recordFrame - at;
      at = c.recordFrame + c.frames;
      return [...(free > 0 ? [gap(free)] : []), clip(c)];
    });
  };
  return {
    OTIO_SCHEMA: 'Timeline.1',
    name: shape.title,
    global_start_time: time(shape.startFrame),
    metadata: { kavrell: { rate: rateName(rate), notOnThisLine: apart } },
    tracks: {
      OTIO_SCHEMA: 'Stack.1',
      ...{ ...item, name: 'tracks', source_range: null, metadata: {} },
      children: lanesOf(cuts, shape).map((lane) => ({
        OTIO_SCHEMA: 'Track.1',
        ...{ ...item, name: lane.name, source_range: null, metadata: {} },
        kind: lane.isSound ? 'Audio' : 'Video',
        children: track(lane.cuts),
      })),
    },
  };
}

/** A path as a relative or file URL, part by part. */
function urlOf(file: string): string {
  const parts = file.replaceAll('\\', '/').split('/').map(encodeURIComponent);
  return file.startsWith('/') ? `file://${parts.join('/')}` : parts.join('/');
}
