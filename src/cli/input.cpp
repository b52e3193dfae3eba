// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"
#include "io/document.h"

#include <iterator>

namespace kh::cli {

std::string readAll(const std::string& path) {
    if (path != "-") return io::readFile(path);
    return {std::istreambuf_iterator<char>(std::cin), std::istreambuf_iterator<char>()};
}

}  // namespace kh::cli
