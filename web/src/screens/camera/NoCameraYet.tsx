import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty } from '../../ui/parts.tsx';
import { newCamera } from './newCamera.ts';

/** Said where a job has no camera yet, with the press that adds one. */
export function NoCameraYet() {
  const { production, rows } = usePlanned();
  const add = () => {
    const values = newCamera(rows.cameras, production.rate, 's35-cinema');
    void change(production.id, `Added camera ${values.letter}`, [{ op: 'insert', table: 'cameras', values }]);
  };
  return (
    <Empty
      title="No camera yet"
      action={
        <Button look="primary" onClick={add}>
          Add a camera
        </Button>
      }
    >
      A camera has a letter, a card size and a data rate; from those Kavrell knows its minutes. “A, full-frame cinema
      body, 512 GB at 500 Mb/s: 136 min.”
    </Empty>
  );
}
