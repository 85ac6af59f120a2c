/** Functions of ISO C and POSIX, for which codebases have stand-ins where a system lacks them. */
export const standardFunctions: ReadonlySet<string> = new Set(
  `abort abs accept access acos alarm asctime asctime_r asin asprintf atan atan2 atexit atof atoi atol atoll basename bind bsearch
  bzero calloc ceil cfgetospeed chdir chmod chown clearerr clock clock_gettime close closedir connect cos cosh creat ctime ctime_r
  difftime dirname div dlclose dlerror dlopen dlsym dprintf dup dup2 endpwent err errx execl execle execlp execv execve execvp exit
  exp fabs fchmod fchown fclose fcntl fdatasync fdopen feof ferror fflush fgetc fgetpos fgets fileno flock floor fmod fnmatch fopen
  fork fprintf fputc fputs fread free freeaddrinfo freopen frexp fscanf fseek fseeko fsetpos fstat fstatat fsync ftell ftello
  ftruncate fwrite gai_strerror getaddrinfo getc getchar getcwd getegid getenv geteuid getgid getgrgid getgrnam gethostbyname
  gethostname getitimer getline getlogin getnameinfo getopt getopt_long getpagesize getpass getpeername getpgid getpid getppid
  getpwnam getpwuid getrandom getrlimit getrusage gets getservbyname getsockname getsockopt gettimeofday getuid glob globfree
  gmtime gmtime_r hcreate hsearch htonl htons iconv iconv_close iconv_open if_nametoindex index inet_addr inet_aton inet_ntoa
  inet_ntop inet_pton initgroups ioctl isalnum isalpha isascii isatty isblank iscntrl isdigit isgraph islower isprint ispunct
  isspace isupper isxdigit kill killpg labs ldexp link listen localeconv localtime localtime_r log log10 log2 longjmp lrint lround
  lseek lstat malloc mblen mbrtowc mbstowcs mbtowc memccpy memchr memcmp memcpy memmem memmove mempcpy memrchr memset mkdir mkdtemp
  mkfifo mknod mkstemp mkstemps mktemp mktime mlock mmap modf mprotect msync munlock munmap nanosleep nl_langinfo ntohl ntohs open
  openat opendir openlog pathconf pause pclose perror pipe pipe2 poll popen posix_memalign pow pread printf pselect psignal
  pthread_attr_destroy pthread_attr_init pthread_cancel pthread_cond_broadcast pthread_cond_destroy pthread_cond_init
  pthread_cond_signal pthread_cond_timedwait pthread_cond_wait pthread_create pthread_detach pthread_equal pthread_exit
  pthread_getspecific pthread_join pthread_key_create pthread_key_delete pthread_mutex_destroy pthread_mutex_init
  pthread_mutex_lock pthread_mutex_trylock pthread_mutex_unlock pthread_once pthread_self pthread_setspecific pthread_sigmask
  putc putchar putenv puts pwrite qsort qsort_r raise rand rand_r random read readdir readdir_r readlink readv realloc reallocarray
  realpath recv recvfrom recvmsg regcomp regerror regexec regfree remove rename rewind rewinddir rindex rint rmdir round scandir
  scanf sched_yield select sem_destroy sem_init sem_post sem_wait send sendfile sendmsg sendto setbuf setegid setenv seteuid setgid
  setgroups setitimer setjmp setlinebuf setlocale setpgid setpriority setrlimit setsid setsockopt setuid setvbuf shm_open
  shm_unlink shutdown sigaction sigaddset sigdelset sigemptyset sigfillset siginterrupt siglongjmp signal sigprocmask sigsetjmp
  sigsuspend sin sinh sleep snprintf socket socketpair sprintf sqrt srand srandom sscanf stat statfs statvfs stpcpy stpncpy strcasecmp
  strcasestr strcat strchr strchrnul strcmp strcoll strcpy strcspn strdup strerror strerror_r strftime strlcat strlcpy strlen
  strncasecmp strncat strncmp strncpy strndup strnlen strpbrk strptime strrchr strsep strsignal strspn strstr strtod strtof
  strtoimax strtok strtok_r strtol strtold strtoll strtoul strtoull strtoumax strverscmp strxfrm symlink sync sysconf syslog system
  tan tanh tcgetattr tcgetpgrp tcsetattr telldir tempnam tgamma time timegm times tmpfile tmpnam toascii tolower toupper towlower
  towupper trunc truncate ttyname tzset umask uname ungetc unlink unlinkat unsetenv usleep utime utimes vasprintf vdprintf vfork
  vfprintf vfscanf vprintf vsnprintf vsprintf vsscanf vsyslog wait wait3 waitpid warn warnx wcscmp wcscpy wcslen wcsncpy wcstombs
  wcwidth write writev`.split(/\s+/),
);
