#include <pemble/bench_check.h>
#include "tide_screen.h"

int main(void)
{
    static const pmb_panel_config *const panels[] = {&gangway, NULL};
    pmb_bench *bench = pmb_bench_of(panels);
    if (!bench || tide_open(pmb_bench_port(bench)) != PMB_OK)
        return 1;

    bool good = tide_show(412) == PMB_OK && pmb_check_glass(bench, 0, "pictures/high.png");
    good = pmb_check_complaints(bench) && good;
    pmb_bench_free(bench);
    return good ? 0 : 1;
}
