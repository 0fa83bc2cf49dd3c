/**
 * A lint rule: outside of the folders `parts/`, nothing asks which kind a part is. What differs between kinds is said by
 * the kinds themselves, so that another one is two folders and a line in each registry.
 */
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { ESLintUtils } from '@typescript-eslint/utils';
import { root } from './places.mjs';

const KINDS = new Set(
  readdirSync(join(root, 'core', 'parts'), { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map(({ name }) => name),
);

/** Fewer may be something else: a recording is a sound or a film as well. */
const FEWEST = 3;

const message =
  'Only a kind’s own folder knows which kind a part is: give core/parts or client/parts a word for what differs.';

export default {
  meta: { type: 'problem', schema: [], messages: { asked: message } },
  /** @param {import('eslint').Rule.RuleContext} context */
  create(context) {
    const services = ESLintUtils.getParserServices(/** @type {any} */ (context));

    /** @param {any} node */
    const isPartKind = (node) => {
      const type = services.getTypeAtLocation(node);
      const members = type.isUnion() ? type.types : [];
      return members.length >= FEWEST && members.every((member) => member.isStringLiteral() && KINDS.has(member.value));
    };
    /** @param {any} node @param {any} asked */
    const check = (node, asked) => {
      if (isPartKind(asked)) context.report({ node, messageId: 'asked' });
    };
    return {
      /** @param {any} node */
      BinaryExpression(node) {
        const sides = [node.left, node.right];
        const literal = sides.find((side) => side.type === 'Literal' && KINDS.has(side.value));
        if (literal)
          check(
            node,
            sides.find((side) => side !== literal),
          );
      },
      /** @param {any} node */
      SwitchStatement: (node) => check(node, node.discriminant),
      /** @param {any} node */
      CallExpression(node) {
        const { callee } = node;
        const listed = callee.type === 'MemberExpression' && callee.object.type === 'ArrayExpression';
        if (listed && callee.property.name === 'includes' && node.arguments[0]) check(node, node.arguments[0]);
      },
      /** @param {any} node */
      TSTypeReference(node) {
        const [key] = node.typeArguments?.params ?? [];
        if (node.typeName.name === 'Record' && key) check(node, key);
      },
    };
  },
};
