let operator = 'nobody';

export function signIn(name: string): void {
  operator = name;
}

export function currentOperator(): string {
  return operator;
}
