// Generous, since shared machines can be slow: no test says how long anything may take.
require('@testing-library/dom').configure({ asyncUtilTimeout: 20_000 });
