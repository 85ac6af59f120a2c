import { defineVocabulary } from '../reading/vocabulary.ts';

/** The nodes of the Java grammar that extraction tells apart. */
export const vocabulary = defineVocabulary(
  [
    'program ERROR line_comment block_comment',
    'identifier type_identifier scoped_identifier scoped_type_identifier asterisk this super',
    'package_declaration import_declaration module_declaration requires_module_directive exports_module_directive',
    'opens_module_directive uses_module_directive provides_module_directive',
    'class_declaration interface_declaration enum_declaration record_declaration annotation_type_declaration',
    'class_body interface_body enum_body enum_body_declarations annotation_type_body enum_constant',
    'method_declaration constructor_declaration compact_constructor_declaration field_declaration constant_declaration',
    'annotation_type_element_declaration static_initializer block constructor_body',
    'modifiers annotation marker_annotation element_value_pair',
    'superclass super_interfaces extends_interfaces permits type_list throws catch_type',
    'type_parameters type_parameter type_bound type_arguments generic_type array_type annotated_type wildcard',
    'integral_type floating_point_type boolean_type void_type dimensions dimensions_expr',
    'formal_parameters formal_parameter spread_parameter receiver_parameter inferred_parameters catch_formal_parameter',
    'variable_declarator local_variable_declaration resource resource_specification',
    'method_invocation object_creation_expression explicit_constructor_invocation argument_list field_access',
    'array_access array_creation_expression array_initializer method_reference class_literal cast_expression',
    'parenthesized_expression assignment_expression update_expression unary_expression binary_expression',
    'ternary_expression instanceof_expression lambda_expression switch_expression template_expression',
    'type_pattern record_pattern record_pattern_component pattern guard',
    'if_statement for_statement enhanced_for_statement while_statement do_statement switch_block',
    'switch_block_statement_group switch_rule switch_label try_statement try_with_resources_statement catch_clause',
    'finally_clause return_statement throw_statement expression_statement break_statement continue_statement',
    'yield_statement assert_statement synchronized_statement labeled_statement',
    'decimal_integer_literal hex_integer_literal octal_integer_literal binary_integer_literal',
    'decimal_floating_point_literal hex_floating_point_literal true false null_literal character_literal',
    'string_literal string_fragment multiline_string_fragment escape_sequence string_interpolation',
  ],
  [
    '&& || else default case static abstract private protected public + - * / % = == != < > <= >= !',
    '( ) [ ] { } ; , . :: " new',
  ],
  [
    'name body type parameters declarator value object field arguments constructor left right operator operand',
    'condition consequence alternative array index init update superclass interfaces key scope label dimensions',
    'resources type_parameters',
  ],
);
export const { K, T, F, kindSet } = vocabulary;
