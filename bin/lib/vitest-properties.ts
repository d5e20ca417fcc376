import fc from 'fast-check';

// A failing property is made smaller for so long at most, ms; then what was found is reported.
fc.configureGlobal({ interruptAfterTimeLimit: 25_000, markInterruptAsFailure: true });
