/** In place of a style sheet. */
module.exports = {};
