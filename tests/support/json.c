/* json.c - reads the output of 'pemble panels --json' with cJSON and says what is in it. */
#include <stdio.h>
#include <stdlib.h>
#include <cjson/cJSON.h>

int main(int argc, char **argv)
{
    static char text[1 << 16];
    FILE *f = argc == 2 ? fopen(argv[1], "r") : NULL;
    if (!f || fread(text, 1, sizeof text - 1, f) == 0)
        return 2;
    fclose(f);
    cJSON *root = cJSON_Parse(text);
    if (!root) {
        fprintf(stderr, "no JSON, near: %.20s\n", cJSON_GetErrorPtr());
        return 1;
    }
    cJSON *module;
    cJSON_ArrayForEach(module, cJSON_GetObjectItem(root, "modules"))
    {
        if (cJSON_GetObjectItem(module, "width")->valueint <= 0 ||
            !cJSON_IsString(cJSON_GetObjectItem(module, "bus")))
            return 1;
    }
    printf("modules %d\ncontrollers %d\n", cJSON_GetArraySize(cJSON_GetObjectItem(root, "modules")),
           cJSON_GetArraySize(cJSON_GetObjectItem(root, "controllers")));
    cJSON_Delete(root);
    return 0;
}
