using System.Diagnostics;
using System.Runtime.Versioning;
using NeatBore.Tests;
using Npgsql;
using Xunit;

namespace NeatBore.Store.Tests;

/// <summary>The commands that start and stop a cluster, after what a shop's machine does to one.</summary>
[SupportedOSPlatform("linux")]
public sealed class ClusterTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("neat-bore-cluster-").FullName;

    private string Cluster => Path.Combine(_folder, "postgres");

    private string PidFile => Path.Combine(Cluster, "postmaster.pid");

    private static string Do(params string[] words)
    {
        var (code, said) = Script.Run("scripts/postgres", words);
        Assert.True(code == 0, said);
        return said.Trim();
    }

    private async Task AnswersAsync()
    {
        await using var connection = new NpgsqlConnection($"{Do("url", Cluster)};Database=postgres;Pooling=false");
        await connection.OpenAsync(TestContext.Current.CancellationToken);
    }

    public void Dispose()
    {
        Script.Run("scripts/postgres", "stop", Cluster);
        Directory.Delete(_folder, recursive: true);
    }

    [Fact]
    public async Task A_pid_that_went_to_another_program_neither_keeps_it_from_starting_nor_is_signalled()
    {
        Do("start", Cluster);
        var file = await File.ReadAllTextAsync(PidFile, TestContext.Current.CancellationToken);
        Do("stop", Cluster, "immediate");
        // Of the same user, since PostgreSQL itself passes over a process that it may not signal.
        using var other = Process.Start(
            new ProcessStartInfo("bash")
            {
                ArgumentList = { "-c", ". scripts/lib.sh; as_db bash -c 'echo $$; exec sleep 600'" },
                WorkingDirectory = Repository.Root,
                RedirectStandardOutput = true,
            }
        )!;
        var lines = file.Split('\n');
        lines[0] = (await other.StandardOutput.ReadLineAsync(TestContext.Current.CancellationToken))!;
        await File.WriteAllTextAsync(PidFile, string.Join('\n', lines), TestContext.Current.CancellationToken);

        Do("stop", Cluster);
        Assert.False(other.HasExited);
        Do("start", Cluster);
        await AnswersAsync();
        Assert.False(other.HasExited);
        other.Kill(entireProcessTree: true);
    }

    [Fact]
    public async Task A_first_start_that_was_killed_is_made_good_by_the_next()
    {
        using (var first = Script.Start("scripts/postgres", "start", Cluster))
        {
            var clock = Stopwatch.StartNew();
            while (
                !Directory
                    .EnumerateFileSystemEntries(_folder, "*", SearchOption.AllDirectories)
                    .Any(f => Path.GetFileName(f) == "PG_VERSION")
            )
            {
                Assert.True(clock.Elapsed < TimeSpan.FromSeconds(60));
                await Task.Delay(5, TestContext.Current.CancellationToken);
            }

            first.Kill(entireProcessTree: true);
            await first.WaitForExitAsync(TestContext.Current.CancellationToken);
        }

        Assert.False(File.Exists(Path.Combine(Cluster, "PG_VERSION")));
        Do("start", Cluster);
        await AnswersAsync();
    }

    [Fact]
    public void Starting_again_leaves_it_be_and_its_log_and_secrets_are_nobody_elses()
    {
        Do("start", Cluster);
        var pid = File.ReadLines(PidFile).First();
        Do("start", Cluster);
        Assert.Equal(pid, File.ReadLines(PidFile).First());
        foreach (var file in (string[])[".log", ".password", ".app.password"])
        {
            Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite, File.GetUnixFileMode(Cluster + file));
        }
    }
}
