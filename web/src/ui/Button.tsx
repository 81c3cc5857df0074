import { chakra, defineRecipe } from '@chakra-ui/react';
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

export const Button = chakra('button', recipe, { defaultProps: { type: 'button' } });
/** A link that looks like a button: for documents that open in their own tab. */
export const LinkButton = chakra('a', recipe);
