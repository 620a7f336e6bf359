using NeatBore.Tests;
using Xunit;

namespace NeatBore.Server.Tests;

/// <summary>State holds instants: when only the clock goes on, nothing that the server says changes, in whichever view.</summary>
public sealed class ClockTests
{
    [Fact]
    public async Task The_clock_alone_changes_no_view()
    {
        // Every golden log is a build of a shop of its own.
        var folder = Directory.CreateTempSubdirectory("neat-bore-demo-").FullName;
        Directory.CreateDirectory(Path.Combine(folder, "builds"));
        foreach (var golden in Directory.GetDirectories(Repository.At("tests", "golden")).Where(d => File.Exists(Path.Combine(d, "build.json"))))
        {
            File.Copy(Path.Combine(golden, "build.json"), Path.Combine(folder, "builds", $"{Path.GetFileName(golden)}.json"));
        }

        var site = new Site { Demo = folder };
        await site.InitializeAsync();
        await using (site)
        {
            var today = await site.GetAsync("/api/builds");
            var ids = today["lines"]!.AsArray().Select(l => (string)l!["id"]!).ToList();
            Assert.Equal(Directory.GetFiles(Path.Combine(folder, "builds")).Length, ids.Count);
            string[] paths = ["/api/builds", .. ids.SelectMany(id => (string[])[$"/api/builds/{id}", $"/api/builds/{id}/record", $"/api/builds/{id}/fasteners"])];
            async Task<List<string>> Views()
            {
                await site.MakeLinesAsync();
                var views = new List<string>();
                foreach (var path in paths)
                {
                    views.Add((await site.GetAsync(path)).ToJsonString());
                }

                return views;
            }

            var before = await Views();
            // Among them is something that is waited for, or has to be done in time.
            Assert.Contains(before, v => v.Contains("\"isDeadline\"", StringComparison.Ordinal));
            foreach (var days in (int[])[1, 60, -10])
            {
                site.Clock.Off = TimeSpan.FromDays(days);
                await site.SqlAsync("update line set made_by = ''");
                Assert.Equal(before, await Views());
            }
        }

        Directory.Delete(folder, recursive: true);
    }
}
