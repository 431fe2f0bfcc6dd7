/** Jest runs CommonJS: import.meta.url becomes the file's own address. */
module.exports = function importMetaUrl({ types: t, template }) {
  const url = template.expression(`require('node:url').pathToFileURL(__filename).href`);
  return {
    visitor: {
      MemberExpression(path) {
        if (t.isMetaProperty(path.node.object) && path.node.property.name === 'url') path.replaceWith(url());
      },
    },
  };
};
