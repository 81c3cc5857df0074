import { defineRecipe } from '@chakra-ui/react';
import { choiceRecipes } from './choices.ts';
import { fieldRecipes } from './fields.ts';
import { layerRecipes } from './layers.ts';
import { saidRecipes } from './said.ts';
import { typed } from './shapes.ts';

export const recipes = {
  input: defineRecipe({ base: typed }),
  textarea: defineRecipe({ base: typed }),
  kbd: defineRecipe({
    base: {
      fontFamily: 'mono',
      fontSize: 's',
      px: '6px',
      border: '1px solid',
      borderBottomWidth: '2px',
      borderColor: 'edge',
      borderRadius: 'r',
      bg: 'raised',
      whiteSpace: 'nowrap',
    },
  }),
  skeleton: defineRecipe({
    base: { bg: 'hairline', borderRadius: 'r', opacity: 0.5, animation: 'pulse', animationDuration: '1.6s' },
  }),
};

/**
 * How Chakra’s own parts look here: its behaviour, our tokens. Only parts that are used have one. Shape says what a
 * thing is (a frame can be typed in, a reversal is switched on); the accent stays for the one thing to do.
 */
export const slotRecipes = { ...choiceRecipes, ...fieldRecipes, ...layerRecipes, ...saidRecipes };
