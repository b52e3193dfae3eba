// SPDX-License-Identifier: GPL-3.0-or-later
//
// Texts from documents beside the program's own.
#include "base/message.h"
#include "base/plain.h"

#include <catch2/catch.hpp>

namespace plain_tests {

using namespace kh;

TEST_CASE("marks that turn what follows, and control characters, are left out; the rest stays to the byte") {
    CHECK(plainText("Turnstone 470") == "Turnstone 470");
    CHECK(plainText("Möwe „7“ 380 µs – ½") == "Möwe „7“ 380 µs – ½");
    CHECK(plainText("a\xE2\x80\xAE"
                    "b\xE2\x81\xA6"
                    "c") == "abc");
    CHECK(plainText(std::string("a\x01\x1B[31mb\x7F", 8)) == "a[31mb");
    CHECK(plainText("\xC2\x85x") == "x");
    CHECK(plainText("\xFF\xFEx").size() <= 3);  // bytes that are no text do no harm
    CHECK(plainText("\xE2\x80").size() == 2);
}

TEST_CASE("a name from right to left keeps its order to itself") {
    const std::string name = "\xD7\xA9\xD7\x9C\xD7\x95\xD7\x9D";
    CHECK(plainText(name) == "\xE2\x81\xA8" + name + "\xE2\x81\xA9");
    CHECK(render(say("{m} jumps", {{"m", name}})) == "\xE2\x81\xA8" + name + "\xE2\x81\xA9 jumps");
    CHECK(render(say("{m} jumps", {{"m", std::string("x\xE2\x80\xAE{m}")}})) == "x{m} jumps");
}

}  // namespace plain_tests
