import { trackFields, type Track } from '@kavrell/core/scenes';
import { formatTrackTime, parseRunning } from '@kavrell/core/units';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { cuesSaid, readCues } from './trackDrawing.ts';

/** What a track is called, how long it is, its beat and its cues. */
export function TrackFields({
  track,
  save,
}: {
  track: Track;
  save: (label: string) => (values: Record<string, unknown>) => void;
}) {
  return (
    <div>
      <FieldEdit label="Name" value={track.name} fields={trackFields} set={(v) => ({ name: v })} save={save('name')} />
      <FieldEdit
        label="May be used for"
        hint="Licence, where, for how long; it goes into the hand-over"
        value={track.rights}
        fields={trackFields}
        set={(v) => ({ rights: v })}
        save={save('rights')}
      />
      <FieldEdit
        label="Length"
        value={formatTrackTime(track.durationS)}
        fields={trackFields}
        set={(v) => ({ durationS: parseRunning(v) })}
        save={save('length')}
      />
      <FieldEdit
        label="Beats a minute"
        hint="Empty for none"
        value={track.bpm === null ? '' : String(track.bpm)}
        fields={trackFields}
        set={(v) => ({ bpm: v.trim() === '' ? null : Number(v) })}
        save={save('beat')}
      />
      <FieldEdit
        label="First beat at"
        value={formatTrackTime(track.firstBeatS)}
        fields={trackFields}
        set={(v) => ({ firstBeatS: parseRunning(v) })}
        save={save('first beat')}
      />
      <FieldEdit
        label="Cues"
        hint="0:12.5 verse; 0:40 chorus"
        value={cuesSaid(track.cues)}
        fields={trackFields}
        set={(v) => ({ cues: readCues(v) })}
        save={save('cues')}
      />
    </div>
  );
}
