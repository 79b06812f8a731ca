/** Rules of this project that no linter brings: each reports one kind of node. */
const rule = (check) => ({
  create: (context) => check((node, message) => context.report({ node, message }), context.sourceCode),
});

const isCall = (node, object, property) =>
  node.callee.type === 'MemberExpression' &&
  node.callee.object.name === object &&
  node.callee.property.name === property;

const isNew = (node, name) => node.callee.name === name;

const isFunction = (node) =>
  /^(FunctionDeclaration|FunctionExpression|ArrowFunctionExpression)$/.test(node?.type ?? '');

/** The functions that an export names, each with its name. */
function functionsOf({ declaration }) {
  if (isFunction(declaration)) return [[declaration.id?.name ?? '', declaration]];
  if (declaration?.type !== 'VariableDeclaration') return [];
  return declaration.declarations.flatMap(({ id, init }) => (isFunction(init) ? [[id.name, init]] : []));
}

/** The comment right above a node that documents it; empty where there is none. */
const docOf = (source, node) => {
  const last = source.getCommentsBefore(node).at(-1);
  return last?.type === 'Block' && last.value.startsWith('*') ? last.value : '';
};

/** Whether a function throws by itself, not by what it makes or calls. */
function throws(node) {
  if (node === null || typeof node !== 'object') return false;
  if (Array.isArray(node)) return node.some(throws);
  if (node.type === 'ThrowStatement') return true;
  if (isFunction(node) || typeof node.type !== 'string') return false;
  return Object.entries(node).some(([key, value]) => key !== 'parent' && throws(value));
}

/** A unit, or what a bare number counts, in words; or as a sign after a comma. */
const unit =
  /\b(ohms?|amps?|amperes?|volts?|millivolts|watts?|joules?|metres?|millimetres?|seconds?|milliseconds|minutes?|hours?|days|px|node|scale|units?|deviations?|shares?|probability|chances?|likelihood|density|bits?|siemens|kelvin|celsius|money|price|index|ratio|factor|how (many|often|much|likely)|log|degrees?|hertz|samples?)\b/i;
const unitSign = /[,(:;] ?(A|V|mV|W|J|Ω|s|ms|min|m|mm²|A²s|°C|K)(?=[\s.,;:)*]|$)/;
const unitInName =
  /(ohms|amps|volts|watts|metres|seconds|minutes|share|probability|chance|likelihood|bits|siemens|index|count|ratio|factor|rate|sum|length|mm2|hours|price|cost|cdf|density|log|mean|median|deviation|entropy|hash|id)$/i;

export default {
  meta: { name: 'house' },
  rules: {
    'name-every-export': rule((report) => ({
      ExportAllDeclaration: (node) => report(node, 'Name every export.'),
    })),
    'no-clock': rule((report) => ({
      NewExpression: (node) => isNew(node, 'Date') && report(node, 'Pass the time in.'),
      CallExpression: (node) => isCall(node, 'Date', 'now') && report(node, 'Pass the time in.'),
    })),
    'no-random': rule((report) => ({
      CallExpression: (node) => isCall(node, 'Math', 'random') && report(node, 'Pass a random source in.'),
    })),
    'coded-errors': rule((report) => ({
      NewExpression: (node) =>
        isNew(node, 'Error') && report(node, 'Throw an error class of errors.ts, with a code.'),
    })),
    /** What others call says what it is for; what it throws; and of a number, in what unit it comes. */
    docstrings: rule((report, source) => ({
      ExportNamedDeclaration: (node) => {
        for (const [name, made] of functionsOf(node)) {
          const doc = docOf(source, node);
          if (doc === '') report(node, `Say what ${name} is for, in a docstring.`);
          else if (throws(made.body) && !/throws/.test(doc)) report(node, `Say what ${name} throws.`);
          else if (
            made.returnType?.typeAnnotation?.type === 'TSNumberKeyword' &&
            !unitInName.test(name) &&
            !unit.test(doc) &&
            !unitSign.test(doc)
          )
            report(node, `Say in what unit ${name} tells its number.`);
        }
      },
    })),
  },
};
