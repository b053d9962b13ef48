# A thin front for the CMake presets. `make demo` and `make test` are the two to know.

.PHONY: all demo test check package options fuzz mutants readers threads mcu live web linux arduino footprint profile bench benchmarks charts build packages coverage reliability fonts man sent docs dist install golden pictures format style clean

all: build

# Installs what is missing (nothing, the second time), then builds.
build: packages build/host/build.ninja
	@cmake --build --preset host

demo: build
	@build/host/pemble demo -o build/demo

test: build build/asan/build.ninja build/fuzz/build.ninja
	@cmake --build --preset asan
	@cmake --build --preset fuzz
	@$(MAKE) --no-print-directory style
	@ctest --preset fuzz
	@tests/fuzz/options.sh 3000
	@$(MAKE) --no-print-directory threads
	@$(MAKE) --no-print-directory readers
	@ctest --preset host
	@ctest --preset asan
	@$(MAKE) --no-print-directory options
	@$(MAKE) --no-print-directory mcu
	@$(MAKE) --no-print-directory live
	@$(MAKE) --no-print-directory linux
	@$(MAKE) --no-print-directory arduino
	@$(MAKE) --no-print-directory package
	@$(MAKE) --no-print-directory benchmarks

# The part that finds most mistakes, in under two minutes.
check: build
	@$(MAKE) --no-print-directory style
	@ctest --preset host

# The tests of the core with each option of include/pemble/options.h.
options: packages
	@tests/options.sh

# The core on AVR, Cortex-M0 and M3 and RISC-V under emulation: the same pixels as here.
mcu: build
	@tools/install-packages.sh tests/mcu/packages.debian
	@$(MAKE) --no-print-directory -f tests/mcu/Makefile -j$$(nproc)

# pemble live as its users see it: in a window, a terminal and a browser.
live: web
	@tools/install-packages.sh tests/live/packages.debian
	@cd tests/live && PEMBLE_BUILD=$(CURDIR)/build/host python3 -m unittest -b

# The library, the bench and the makers in a browser: a folder for any file server.
web: build
	@tools/install-packages.sh web/packages.debian
	@web/build.sh $(CURDIR) $(CURDIR)/build/host/pemble build/web

# The Linux port on a stock kernel, on machines that are emulated.
linux: build
	@tools/install-packages.sh tests/linux/packages.debian
	@tests/linux/emulated.sh

# The library folder of the archive with the Arduino core and builder, run on a simulated Uno.
arduino: build
	@tools/install-packages.sh tests/arduino/packages.debian
	@tests/arduino/run.sh

# What programs take on small processors, with each option of include/pemble/options.h.
footprint: mcu
	@tests/mcu/footprint.sh

# In which functions the instructions of an example are on a Cortex-M0.
EXAMPLE ?= tide_dial
profile: build
	@tools/install-packages.sh tests/mcu/packages.debian
	@$(MAKE) --no-print-directory -f tests/mcu/Makefile profile EXAMPLE=$(EXAMPLE)

# Image files of every variety that other programs write, against what these read of them.
readers: build
	@tools/install-packages.sh tests/readers/packages.debian
	@tests/readers/run.sh $(CURDIR)/build/host/readers-compare build/readers

# Changes src/ in COUNT places, one at a time, and looks whether a test of that room notices.
COUNT ?= 100
mutants: build
	@tools/install-packages.sh tools/mutate/packages.debian
	@/usr/bin/python3 tools/mutate/mutate.py build/mutants --count $(COUNT)

# Two panels in two threads under ThreadSanitizer.
threads: packages build/threads/build.ninja
	@cmake --build --preset threads
	@build/threads/test-sim-threads

# The fuzzers for a minute each (make fuzz SECONDS=3600: an hour); what they find is kept in build/fuzz.
SECONDS ?= 60
fuzz: packages build/fuzz/build.ninja
	@cmake --build --preset fuzz
	@for name in $$(ls tests/fuzz/corpus); do \
	    mkdir -p build/fuzz/found-$$name && \
	    build/fuzz/tests/fuzz/fuzz-$$name -max_total_time=$(SECONDS) -max_len=2000 -artifact_prefix=build/fuzz/ \
	        build/fuzz/found-$$name tests/fuzz/corpus/$$name || exit 1; \
	done

# Ratios of times against other libraries in one run, and instructions counted by callgrind.
bench: benchmarks
	@benchmarks/run.sh build/benchmarks

# Builds the benchmarks only.
benchmarks: packages
	@tools/install-packages.sh benchmarks/packages.debian
	@cmake --preset benchmarks >/dev/null
	@cmake --build --preset benchmarks

# Draws docs/charts anew, from what `make bench` has printed and from tests/mcu/examples.txt.
charts: packages
	@tools/install-packages.sh tools/charts/packages.debian
	@mkdir -p docs/charts
	@/usr/bin/python3 tools/charts/charts.py build/benchmarks docs/charts

# Lines and branches of src/ that tests reach. Two tests cannot run so: gcov itself needs memory, and links.
coverage: packages build/coverage/build.ninja
	@tools/install-packages.sh tools/coverage/packages.debian
	@cmake --build --preset coverage
	@find build/coverage -name '*.gcda' -delete
	@ctest --preset coverage -E 'command/memory|core/options'
	@build/coverage/test-core-options >/dev/null || true
	@tools/coverage/coverage.sh build/coverage

# The figures of docs/reliability.md.
reliability: build build/fuzz/build.ninja
	@cmake --build --preset fuzz
	@tools/reliability.sh
	@$(MAKE) --no-print-directory readers threads coverage

packages:
	@tools/install-packages.sh

build/%/build.ninja: CMakeLists.txt CMakePresets.json cmake/targets.cmake
	@cmake --preset $*

# Builds programs with the archive of this version in every way that it offers, in an empty directory.
package: packages
	@tools/install-packages.sh tests/mcu/packages.debian
	@tests/package/run.sh

# The archive of this version, and what is in it, in build/dist.
dist: packages
	@tools/dist/dist.sh build/dist

# Everything with its libraries, the command and its pages: make install PREFIX=/usr/local
PREFIX ?= /usr/local
install: packages
	@cmake -S . -B build/install -G Ninja -DCMAKE_BUILD_TYPE=RelWithDebInfo -DPEMBLE_SHARED=ON \
	    -DPEMBLE_COMMAND=ON -DCMAKE_INSTALL_PREFIX=$(PREFIX) >/dev/null
	@cmake --build build/install
	@cmake --install build/install

# Makes the C files of the typefaces anew, from assets/fonts.
fonts: build
	@tools/bake/typefaces.sh build/host/pemble-bake src/fonts

# The API book, in build/docs/html.
docs: packages
	@mkdir -p build
	@doxygen docs/Doxyfile
	@echo build/docs/html/index.html

# Makes the manual pages anew, from what the command says of itself.
man: build
	@tools/man/pages.sh build/host/pemble docs/man

# What the drivers send, with what the notes say of it: docs/controllers/sent.
sent: build
	@mkdir -p docs/controllers/sent
	@build/host/pemble-sent docs/controllers docs/controllers/sent

# Draws the pictures that shapes and gauges are compared with. Look at them before they are committed.
golden: build
	@build/host/test-golden-shapes --keep tests/golden
	@build/host/test-golden-drawn --keep tests/golden
	@build/host/test-golden-sizes --keep tests/golden
	@build/host/test-golden-gauges --keep tests/golden
	@build/host/test-golden-menus --keep tests/golden
	@build/host/test-golden-keys --keep tests/golden
	@build/host/test-golden-cards --keep tests/golden

# Draws the demo pictures and animations of Pellan Quay anew.
pictures: build
	@build/host/pemble-quay assets/quay/pictures assets/quay/card

format:
	@git ls-files '*.c' '*.h' | grep -v '^src/fonts/' | xargs clang-format -i

# Whether all is formatted, and what clang-tidy finds.
style: build
	@tests/style.sh

clean:
	rm -rf build
