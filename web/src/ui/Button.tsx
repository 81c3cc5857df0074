import { chakra, defineRecipe } from '@chakra-ui/react';

const recipe = defineRecipe({
  base: {
    display: 'inline-flex',
    alignItems: 'center',
    justifyContent: 'center',
    gap: 2,
    minH: '36px',
    px: 3,
    border: '1px solid',
    borderColor: 'edge',
    borderRadius: 'r',
    bg: 'panel',
    fontWeight: 600,
    fontSize: 's',
    whiteSpace: 'nowrap',
    textDecoration: 'none',
    transition: 'background-color 100ms',
    _hover: { bg: 'raised' },
    _disabled: { color: 'soft', borderColor: 'hairline', bg: 'panel' },
  },
  variants: {
    look: {
      plain: {},
      primary: { bg: 'accent', color: 'onAccent', borderColor: 'accent', _hover: { bg: 'accent' } },
      /** Switched on: told apart by reversal, the accent stays for the one thing to do. */
      on: { bg: 'text', color: 'page', borderColor: 'text', _hover: { bg: 'text' } },
      quiet: { borderColor: 'transparent', bg: 'transparent' },
    },
    size: { normal: {}, small: { minH: '28px', px: 2 }, act: { minH: '64px', fontSize: 'l', px: 4 } },
  },
  defaultVariants: { look: 'plain', size: 'normal' },
});

export const Button = chakra('button', recipe, { defaultProps: { type: 'button' } });
/** A link that looks like a button: for documents that open in their own tab. */
export const LinkButton = chakra('a', recipe);
