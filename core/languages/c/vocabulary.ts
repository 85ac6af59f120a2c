import { defineVocabulary } from '../reading/vocabulary.ts';

/** The nodes of the grammars of C and C++ that extraction tells apart; C's is a part of C++'s. */
export const vocabulary = defineVocabulary(
  [
    'translation_unit ERROR comment',
    'identifier type_identifier field_identifier namespace_identifier statement_identifier qualified_identifier',
    'nested_namespace_specifier template_type template_function template_method dependent_name dependent_type',
    'destructor_name operator_name operator_cast primitive_type sized_type_specifier placeholder_type_specifier auto',
    'decltype type_descriptor type_qualifier storage_class_specifier access_specifier virtual virtual_specifier',
    'namespace_definition namespace_alias_definition using_declaration alias_declaration type_definition',
    'linkage_specification declaration_list template_declaration template_parameter_list template_argument_list',
    'type_parameter_declaration optional_type_parameter_declaration variadic_type_parameter_declaration',
    'class_specifier struct_specifier union_specifier enum_specifier enumerator enumerator_list base_class_clause',
    'field_declaration_list field_declaration friend_declaration field_initializer_list field_initializer',
    'function_definition declaration init_declarator function_declarator pointer_declarator reference_declarator',
    'array_declarator parenthesized_declarator structured_binding_declarator attributed_declarator',
    'abstract_function_declarator abstract_pointer_declarator abstract_array_declarator abstract_reference_declarator variadic_declarator',
    'bitfield_clause pure_virtual_clause default_method_clause delete_method_clause trailing_return_type',
    'parameter_list parameter_declaration optional_parameter_declaration variadic_parameter',
    'variadic_parameter_declaration explicit_object_parameter_declaration',
    'compound_statement expression_statement if_statement else_clause for_statement for_range_loop while_statement',
    'do_statement switch_statement case_statement return_statement break_statement continue_statement goto_statement',
    'labeled_statement try_statement catch_clause throw_statement co_return_statement co_yield_statement',
    'condition_clause init_statement declaration_statement',
    'call_expression argument_list field_expression subscript_expression subscript_argument_list new_expression',
    'delete_expression assignment_expression update_expression binary_expression unary_expression',
    'pointer_expression cast_expression conditional_expression comma_expression parenthesized_expression',
    'sizeof_expression lambda_expression lambda_capture_specifier initializer_list initializer_pair',
    'field_designator compound_literal_expression co_await_expression this',
    'number_literal string_literal raw_string_literal char_literal concatenated_string string_content',
    'raw_string_content raw_string_delimiter escape_sequence character true false null attribute_declaration',
    'explicit_function_specifier ms_call_modifier gnu_asm_expression',
  ],
  [
    '&& || and or else case default ? ( ) [ ] { } ; , : :: . -> = * & ~ namespace class static extern enum inline " \' virtual',
  ],
  [
    'name type declarator body parameters scope value function arguments argument field left right operator condition',
    'consequence alternative initializer update base indices default_value size declarators label designator captures',
    'placement',
  ],
);
export const { K, T, F, kindSet } = vocabulary;
