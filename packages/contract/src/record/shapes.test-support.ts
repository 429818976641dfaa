import shapes from './fixtures/shapes.json';

/** Every shape of a record that any version of Gangway ever wrote, taken from its history: one of each, with the commit it first stood in. */
export const SHAPES = shapes;
