# A thin front for the CMake presets. `make demo` and `make test` are the two to know.

.PHONY: all demo test build packages coverage format clean

all: build

# Installs what is missing (nothing, the second time), then builds.
build: packages build/host/build.ninja
	@cmake --build --preset host

demo: build
	@build/host/pemble demo -o build/demo

test: build build/asan/build.ninja
	@cmake --build --preset asan
	@ctest --preset host
	@ctest --preset asan

coverage: packages build/coverage/build.ninja
	@cmake --build --preset coverage
	@ctest --preset coverage
	@tools/coverage.sh build/coverage

packages:
	@tools/install-packages.sh

build/%/build.ninja: CMakeLists.txt CMakePresets.json
	@cmake --preset $*

format:
	@git ls-files '*.c' '*.h' | xargs clang-format -i

clean:
	rm -rf build
