import { defineVocabulary } from '../reading/vocabulary.ts';

/** The nodes of the Python grammar that extraction tells apart. */
export const vocabulary = defineVocabulary(
  [
    'module ERROR comment identifier dotted_name block',
    'import_statement import_from_statement future_import_statement aliased_import relative_import import_prefix',
    'wildcard_import',
    'class_definition function_definition decorated_definition decorator lambda lambda_parameters parameters',
    'typed_parameter default_parameter typed_default_parameter list_splat_pattern dictionary_splat_pattern',
    'keyword_separator positional_separator argument_list keyword_argument',
    'assignment augmented_assignment named_expression pattern_list tuple_pattern list_pattern expression_list',
    'expression_statement return_statement raise_statement pass_statement assert_statement delete_statement',
    'break_statement continue_statement global_statement nonlocal_statement yield exec_statement print_statement',
    'if_statement elif_clause else_clause for_statement while_statement try_statement except_clause',
    'except_group_clause finally_clause with_statement with_item match_statement case_clause case_pattern',
    'class_pattern keyword_pattern dict_pattern splat_pattern union_pattern as_pattern as_pattern_target',
    'type_alias_statement',
    'call attribute subscript slice await parenthesized_expression conditional_expression boolean_operator',
    'not_operator comparison_operator binary_operator unary_operator',
    'list tuple dictionary set pair list_comprehension dictionary_comprehension set_comprehension',
    'generator_expression for_in_clause if_clause list_splat dictionary_splat',
    'type generic_type union_type member_type type_parameter constrained_type splat_type',
    'string string_start string_content string_end interpolation concatenated_string type_conversion format_specifier',
    'integer float true false none ellipsis escape_sequence line_continuation',
  ],
  ['and or else ( ) [ ] { } , ; : . = := -> async * ** | _ import from as if in'],
  [
    'name alias module_name superclasses parameters return_type body type left right function arguments object',
    'attribute value consequence alternative condition definition operator guard subject cause expression',
    'subscript key type_parameters argument',
  ],
);
export const { K, T, F, kindSet } = vocabulary;
