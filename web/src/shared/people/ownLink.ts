import { personLink } from '@kavrell/contract';
import { call, wordsOf } from '../../platform/api.ts';
import { copied } from '../../platform/clipboard.ts';
import { tell } from '../../platform/notices.ts';

/** Makes somebody’s personal link to one of its pages, puts it on the clipboard, and says so; where it could not be made that is said, and the answer is no. */
export async function copyOwnLink(
  productionId: string,
  person: { id: string; name: string },
  page: 'credit' | 'changes',
): Promise<boolean> {
  try {
    const { path } = await call(personLink, { params: { productionId, personId: person.id } });
    const url = `${window.location.origin}${path}/${page}`;
    tell(
      (await copied(url))
        ? `The link of ${person.name} is on the clipboard: send it to them.`
        : `This browser does not give the clipboard away. The link of ${person.name}: ${url}`,
    );
    return true;
  } catch (error) {
    tell(wordsOf(error));
    return false;
  }
}
