import { drawFirsts } from '@lippet/core/questions/variants/firstVariant';
import { tryVariants } from '@lippet/core/questions/variants/variant';
import { expose } from 'comlink';

/** Draws the numbers of questions: computing with sums that a teacher wrote may take a while, and its code is large. */
const drawer = { drawFirsts, tryVariants };
export type VariantDrawer = typeof drawer;

expose(drawer);
