import type { ImpliedTypes } from '../../contracts/language.ts';

/** What `java.lang` holds that is inherited from or implemented, but for the root of all. */
export const impliedTypes: ImpliedTypes = {
  ecosystem: 'jdk',
  name: 'java.lang',
  types: new Set(
    `Runnable Thread Comparable Cloneable Iterable AutoCloseable CharSequence Appendable Readable Throwable Exception RuntimeException Error IllegalArgumentException IllegalStateException IllegalMonitorStateException UnsupportedOperationException IndexOutOfBoundsException ArrayIndexOutOfBoundsException StringIndexOutOfBoundsException NullPointerException ArithmeticException ArrayStoreException ClassCastException NegativeArraySizeException NumberFormatException SecurityException CloneNotSupportedException InterruptedException ReflectiveOperationException ClassNotFoundException InstantiationException IllegalAccessException NoSuchMethodException NoSuchFieldException LinkageError NoClassDefFoundError ExceptionInInitializerError UnsatisfiedLinkError AssertionError VirtualMachineError InternalError OutOfMemoryError StackOverflowError ThreadDeath ClassLoader ClassValue Number Record Enum InheritableThreadLocal ThreadLocal ThreadGroup Process ProcessHandle Package SecurityManager ModuleLayer StackWalker`.split(
      /\s+/,
    ),
  ),
};
