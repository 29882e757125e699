#include <gtest/gtest.h>

#include "tests/own_folders.h"

int main(int argc, char** argv) {
    const thallos::test::OwnFolders folders;
    ::testing::InitGoogleTest(&argc, argv);
    return RUN_ALL_TESTS();
}
