import { defineVocabulary } from '../reading/vocabulary.ts';

const named = [
  'program ERROR comment hash_bang_line',
  'identifier type_identifier property_identifier private_property_identifier shorthand_property_identifier',
  'shorthand_property_identifier_pattern statement_identifier nested_identifier nested_type_identifier',
  'string template_string string_fragment escape_sequence number regex regex_pattern regex_flags true false null undefined this super',
  'import_statement import_clause namespace_import named_imports import_specifier import_require_clause import',
  'export_statement export_clause export_specifier namespace_export',
  'lexical_declaration variable_declaration variable_declarator',
  'function_declaration generator_function_declaration function_signature function_expression',
  'generator_function arrow_function method_definition method_signature abstract_method_signature',
  'class_declaration abstract_class_declaration class class_body class_heritage extends_clause implements_clause',
  'public_field_definition field_definition class_static_block accessibility_modifier decorator',
  'interface_declaration interface_body object_type extends_type_clause property_signature call_signature',
  'construct_signature index_signature enum_declaration enum_body enum_assignment type_alias_declaration',
  'internal_module module ambient_declaration statement_block',
  'formal_parameters required_parameter optional_parameter rest_pattern assignment_pattern object_pattern',
  'array_pattern pair_pattern object_assignment_pattern',
  'spread_element call_expression new_expression member_expression subscript_expression await_expression as_expression',
  'satisfies_expression non_null_expression parenthesized_expression type_assertion ternary_expression',
  'binary_expression assignment_expression augmented_assignment_expression object pair array arguments',
  'sequence_expression template_substitution instantiation_expression meta_property',
  'jsx_opening_element jsx_self_closing_element jsx_text jsx_namespace_name jsx_identifier',
  'type_annotation type_arguments type_parameters type_parameter generic_type predefined_type union_type',
  'intersection_type array_type readonly_type parenthesized_type type_query lookup_type literal_type this_type',
  'infer_type mapped_type_clause type_predicate type_predicate_annotation optional_type rest_type conditional_type index_type_query',
  'if_statement else_clause for_statement for_in_statement while_statement do_statement switch_statement',
  'switch_body switch_case switch_default catch_clause try_statement return_statement throw_statement',
  'expression_statement empty_statement break_statement continue_statement labeled_statement debugger_statement',
  'with_statement update_expression unary_expression jsx_closing_element function_type',
] as const;

const tokens = [
  '&& || ?? &&= ||= ??= * = , ; ( ) [ ] { } . ?. : ? " \' ` ${ < > /> </',
  'type typeof static abstract default async get set export const instanceof declare global of in',
] as const;

const fields = [
  'name alias source declaration value function arguments object property body parameters parameter pattern type',
  'left right key constructor index module return_type operator condition consequence alternative initializer',
  'increment constraint kind decorator handler type_arguments',
] as const;

/** The nodes of the grammars of TypeScript, TSX and JavaScript that extraction tells apart. */
export const vocabulary = defineVocabulary(named, tokens, fields);
export const { K, T, F, kindSet } = vocabulary;
