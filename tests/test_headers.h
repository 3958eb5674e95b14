// Precompiled for the test programs (see CMakeLists.txt): what most tests include. No file includes it.
#pragma once

#include "../src/shared_headers.h"
#include "compare.h"
#include "demo_job.h"
#include "proof_of.h"
#include "test_list.h"
