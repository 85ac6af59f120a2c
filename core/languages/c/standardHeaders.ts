/** Headers of the C standard library and of POSIX, which `<…>` means before any file of the codebase. */
export const cHeaders: ReadonlySet<string> = new Set(
  `assert complex ctype errno fenv float inttypes iso646 limits locale math setjmp signal stdalign stdarg stdatomic
  stdbool stddef stdint stdio stdlib stdnoreturn string tgmath threads time uchar wchar wctype alloca dirent dlfcn fcntl
  getopt glob grp iconv langinfo libgen malloc memory mqueue netdb poll pthread pwd regex sched search semaphore spawn
  strings stropts syslog termios ucontext unistd utime utmp utmpx wordexp fnmatch ifaddrs features endian byteswap
  execinfo io direct process windows winsock2 ws2tcpip`
    .split(/\s+/)
    .map((name) => `${name}.h`),
);

/** Headers of the C++ standard library. */
export const cppHeaders: ReadonlySet<string> = new Set(
  `algorithm any array atomic barrier bit bitset cassert ccomplex cctype cerrno cfenv cfloat charconv chrono cinttypes
  ciso646 climits clocale cmath codecvt compare complex concepts condition_variable coroutine csetjmp csignal cstdalign
  cstdarg cstdbool cstddef cstdint cstdio cstdlib cstring ctgmath ctime cuchar cwchar cwctype deque exception execution
  expected filesystem format forward_list fstream functional future generator initializer_list iomanip ios iosfwd
  iostream istream iterator latch limits list locale map mdspan memory memory_resource mutex new numbers numeric optional
  ostream print queue random ranges ratio regex scoped_allocator semaphore set shared_mutex source_location span
  spanstream sstream stack stacktrace stdexcept stdfloat stop_token streambuf string string_view strstream syncstream
  system_error thread tuple type_traits typeindex typeinfo unordered_map unordered_set utility valarray variant vector
  version`.split(/\s+/),
);
