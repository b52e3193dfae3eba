// SPDX-License-Identifier: GPL-3.0-or-later
//
// Counted for the whole test program; every form of new comes here, and new is malloc. Not under sanitizers, which have an
// allocator of their own.
#include "allocations.h"

#include <cstdlib>
#include <new>

namespace {
std::size_t allocations = 0;
}

#pragma GCC diagnostic ignored "-Wmismatched-new-delete"
void* operator new(std::size_t size) {
    ++allocations;
    if (void* p = std::malloc(size == 0 ? 1 : size)) return p;
    throw std::bad_alloc();
}
void operator delete(void* p) noexcept { std::free(p); }
void operator delete(void* p, std::size_t) noexcept { std::free(p); }

std::size_t khtest::allocationsSoFar() { return allocations; }
