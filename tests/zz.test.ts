import { it } from 'vitest';
import { describeDependencies, surveyText } from './surveyText.ts';
it('x', async () => {
  const s = await surveyText({
    'cast.h': 'template <class D, class B>\ninline D* checked(B* x) { return static_cast<D*>(x); }\nstruct Base {}; struct Impl : Base { void call(int p); };\nstruct Impl2 : Base { void call(int p); };\n',
    'cast.cc': '#include "cast.h"\nvoid Impl::call(int p) {}\nstruct Arg { Base* db_; };\nvoid g(void* a) { Arg fta = *(reinterpret_cast<Arg*>(a)); checked<Impl>(fta.db_)->call(3);\nauto b = checked<Impl2>(fta.db_); b->call(3); }\n',
    'S.cs': 'class Gate { public void Open() {} } class Weir { public void Open() {} } class Yard { T Get<T>() where T: class { return null; } void Run() { Get<Gate>().Open();\nvar w = Get<Weir>(); w.Open(); } }',
    'S.java': 'class Gate { void open() {} } class Weir { void open() {} } class Yard { <T> T get(Class<T> c) { return null; } void run() { get(Gate.class).open();\nthis.<Weir>get(null).open(); } }',
  });
  console.log(describeDependencies(s).filter(l=>l.startsWith('call')).join('\n'));
});
