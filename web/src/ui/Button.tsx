import { chakra, defineRecipe } from '@chakra-ui/react';
import type { ComponentProps } from 'react';
import type { CommandId } from '../platform/commands.ts';
import { useKeyWords } from '../platform/keys.ts';
import { pressed, reversed } from './recipes/shapes.ts';

const recipe = defineRecipe({
  base: {
    ...pressed,
    minH: '36px',
    px: 3,
    textDecoration: 'none',
    transition: 'background-color 100ms',
    _disabled: { color: 'soft', borderColor: 'hairline', bg: 'panel', cursor: 'default' },
  },
  variants: {
    look: {
      plain: {},
      primary: { bg: 'accent', color: 'onAccent', borderColor: 'accent', _hover: { bg: 'accent' } },
      /** Switched on: told apart by reversal, the accent stays for the one thing to do. */
      on: reversed,
      quiet: { borderColor: 'transparent', bg: 'transparent' },
    },
    size: { normal: {}, small: { minH: '28px', px: 2 }, act: { minH: '64px', fontSize: 'l', px: 4 } },
  },
  defaultVariants: { look: 'plain', size: 'normal' },
});

const Plain = chakra('button', recipe, { defaultProps: { type: 'button' } });

type Props = ComponentProps<typeof Plain> & {
  /** What a key does as well: the key is said on hover. */
  command?: CommandId;
};

/** What is pressed. */
export function Button({ command, title, ...props }: Props) {
  const keys = useKeyWords(command);
  const said = keys ? [title, `Key: ${keys}`].filter(Boolean).join('. ') : title;
  return <Plain {...props} title={said} />;
}
/** A link that looks like a button: for documents that open in their own tab. */
export const LinkButton = chakra('a', recipe);

/** The key of a command below a large button’s word, where there are keys. */
export function KeyBelow({ of }: { of: CommandId }) {
  return (
    <chakra.span fontSize="12px" fontWeight="400" hideBelow="md" display="block">
      {useKeyWords(of)}
    </chakra.span>
  );
}
