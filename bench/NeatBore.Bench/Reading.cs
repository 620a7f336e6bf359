namespace NeatBore.Bench;

/// <summary>Opening a build, and Today with a thousand of them.</summary>
internal static class Reading
{
    private const int Builds = 1000;

    public static async Task RunAsync()
    {
        await using (var serving = await Serving.StartAsync(5432))
        {
            foreach (var line in (await serving.GetAsync("/api/builds"))["lines"]!.AsArray())
            {
                var (times, bytes) = (new Times(), 0);
                for (var i = -30; i < 200; i++)
                {
                    bytes = (
                        await (i < 0 ? new Times() : times).OfAsync(() =>
                            serving.Client.GetByteArrayAsync(new Uri($"/api/builds/{line!["id"]}", UriKind.Relative))
                        )
                    ).Length;
                }

                Console.WriteLine($"| opening build {line!["number"]}, {bytes / 1000} kB | {times} | p95 ≤ 30 ms, ≤ 150 kB |");
            }
        }

        await using var many = await Serving.StartAsync(5433);
        for (var i = 0; i < Builds; i++)
        {
            await many.BeginAsync(i);
        }

        var (today, size) = (new Times(), 0);
        for (var i = -30; i < 200; i++)
        {
            size = (
                await (i < 0 ? new Times() : today).OfAsync(() => many.Client.GetByteArrayAsync(new Uri("/api/builds", UriKind.Relative)))
            ).Length;
        }

        Console.WriteLine($"| Today with {Builds + 5} builds, first page, {size / 1000} kB | {today} | p95 ≤ 50 ms, ≤ 100 kB |");
    }
}
