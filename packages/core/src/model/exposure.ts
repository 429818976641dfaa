export type {
  BracketOrder,
  Brackets,
  Exposure,
  Favour,
  LooseFilter,
  Meter,
  Reciprocity,
  ReciprocityRow,
  Release,
  ShutterKind,
} from '../fields/exposure';
